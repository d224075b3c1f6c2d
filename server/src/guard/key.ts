import { randomBytes, timingSafeEqual } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { networkInterfaces } from 'node:os';
import path from 'node:path';
import cookie from '@fastify/cookie';
import type { FastifyInstance, FastifyReply } from 'fastify';
import { errorBody } from '../errors.ts';
import { keyPage } from './key-page.ts';
import { bareHost } from './loopback.ts';

const FILE = 'key';
const COOKIE = 'caesura-key';
/** A year, after which the key is asked for again. */
const LASTS = 365 * 86_400;

/** The key of a data folder, made where there is none: 32 hexadecimal digits. */
export function keyOf(dataFolder: string): string {
  const file = path.join(dataFolder, FILE);
  const kept = existsSync(file) ? readFileSync(file, 'utf8').trim() : '';
  if (/^[0-9a-f]{32}$/.test(kept)) return kept;
  const key = randomBytes(16).toString('hex');
  writeFileSync(file, `${key}\n`, { mode: 0o600 });
  return key;
}

function isKey(given: unknown, key: string): boolean {
  if (typeof given !== 'string') return false;
  const [a, b] = [Buffer.from(given), Buffer.from(key)];
  return a.length === b.length && timingSafeEqual(a, b);
}

const letIn = (reply: FastifyReply, key: string) =>
  reply
    .setCookie(COOKIE, key, { httpOnly: true, sameSite: 'strict', path: '/', maxAge: LASTS })
    .redirect('/');

/**
 * Demands the key with every call: in a cookie that no script reads and no other site sends, which
 * the address with the key or the page that asks for it gives.
 */
export async function guardKey(app: FastifyInstance, key: string): Promise<void> {
  await app.register(cookie);
  app.addHook('onRequest', async (request, reply) => {
    if (isKey(request.cookies[COOKIE], key)) return undefined;
    const { key: given } = request.query as { key?: unknown };
    if (request.method === 'GET' && isKey(given, key)) return letIn(reply, key);
    if (!request.url.startsWith('/api') && request.headers.accept?.includes('text/html'))
      return reply
        .status(401)
        .type('text/html')
        .send(keyPage(given !== undefined));
    return reply
      .status(401)
      .send(
        errorBody(
          'no-key',
          'This server asks for its key.',
          'Open the address that it printed when it was started.',
        ),
      );
  });
}

/** Addresses by which other machines reach a server beyond loopback. */
export function reachedAt(host: string, port: number): string[] {
  const bare = bareHost(host);
  const everywhere = bare === '0.0.0.0' || bare === '::' || bare === '';
  const all = everywhere
    ? Object.values(networkInterfaces()).flatMap((cards = []) =>
        cards.filter(({ internal, family }) => !internal && family === 'IPv4'),
      )
    : [{ address: bare }];
  return all.map(({ address }) =>
    address.includes(':') ? `http://[${address}]:${port}/` : `http://${address}:${port}/`,
  );
}
