import { connect, type AddressInfo } from 'node:net';
import { once } from 'node:events';
import type { FastifyInstance, InjectOptions } from 'fastify';
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { newPlan } from '@caesura/core/plan';
import { buildApp } from '../app.ts';
import { temporaryFolder, withServer } from '../testing/server.ts';
import { isDeeper, MOST_DEEP } from './json-depth.ts';
import { keyOf } from './key.ts';
import { isLoopback } from './loopback.ts';

const status = async (app: FastifyInstance, how: InjectOptions): Promise<number> =>
  (await app.inject(how)).statusCode;

it.each([
  ...['localhost', 'LOCALHOST', '127.0.0.1', '127.9.9.9', '::1', '[::1]', '0:0:0:0:0:0:0:1'],
  ...['::ffff:127.0.0.1', ' LocalHost '],
])('is this machine alone: %s', (host) => expect(isLoopback(host)).toBe(true));

it.each([
  ...['0.0.0.0', '::', '192.168.1.4', 'localhost.example', '127.0.0.1.example', 'example', ''],
  ...['::ffff:10.0.0.1', '128.0.0.1', '2130706433x'],
])('is more than this machine: %s', (host) => expect(isLoopback(host)).toBe(false));

it('answers on loopback by every way of writing it, and by no other name', () =>
  withServer(async (app) => {
    const get = (host: string) => status(app, { url: '/api/plans', headers: { host } });
    for (const host of ['localhost:4377', 'LOCALHOST:4377', '127.0.0.1', '[::1]:4377', '127.1.2.3'])
      expect(await get(host), host).toBe(200);
    for (const host of ['caesura.example', '127.0.0.1.example:4377', '10.0.0.1', 'a b', '[::2]'])
      expect(await get(host), host).toBe(403);
  }));

it('is changed only from its own pages, and by programs of this machine', () =>
  withServer(async (app) => {
    const payload = { plan: newPlan('Own') };
    const post = (headers: Record<string, string>) =>
      status(app, {
        ...{ method: 'POST', url: '/api/plans', payload },
        headers: { host: 'localhost:4377', ...headers },
      });
    expect(await post({})).toBe(201);
    expect(await post({ origin: 'http://localhost:4377' })).toBe(201);
    expect(await post({ origin: 'http://LOCALHOST:4377', 'sec-fetch-site': 'same-origin' })).toBe(
      201,
    );
    // Another port of this machine, another name of it, another site, a page without an origin.
    for (const origin of [
      ...['http://localhost:5000', 'http://127.0.0.1:4377', 'https://example.com', 'null', 'x'],
    ])
      expect(await post({ origin }), origin).toBe(403);
    expect(await post({ 'sec-fetch-site': 'same-site' })).toBe(403);
    expect(await post({ 'sec-fetch-site': 'cross-site' })).toBe(403);
    // Reading by a page elsewhere gives it nothing that it may see; the answer says so to browsers.
    const read = await app.inject({
      ...{ url: '/api/plans', headers: { host: 'localhost', origin: 'https://example.com' } },
    });
    expect(read.headers['access-control-allow-origin']).toBeUndefined();
  }));

it('takes no body that a page of another site may send without asking, nor one that is no JSON', () =>
  withServer(async (app) => {
    const send = (url: string, type: string) =>
      status(app, {
        ...{ method: 'POST', url, payload: JSON.stringify({ plan: newPlan('Sent') }) },
        headers: { 'content-type': type },
      });
    for (const type of [
      'text/plain',
      'Text/Plain; charset=utf-8',
      'multipart/form-data; boundary=x',
      'application/x-www-form-urlencoded',
    ]) {
      expect(await send('/api/plans', type), type).toBe(415);
      expect(await send('/api/media', type), type).toBe(415);
    }
    expect(await send('/api/plans', 'application/xml')).toBe(415);
    expect(await send('/api/plans', 'application/json')).toBe(201);
  }));

it('refuses JSON that is nested deeper than a plan ever is, before it is read', () =>
  withServer(async (app) => {
    const deep = `${'['.repeat(200_000)}${']'.repeat(200_000)}`;
    const answer = await app.inject({
      ...{ method: 'POST', url: '/api/plans', payload: `{"plan":${deep}}` },
      headers: { 'content-type': 'application/json' },
    });
    expect(answer.statusCode).toBe(400);
    expect(answer.json()).toMatchObject({ error: { code: 'too-deep' } });
  }));

it('counts nesting as a reader of JSON does', () => {
  const depthOf = (value: unknown): number =>
    typeof value !== 'object' || value === null
      ? 0
      : 1 + Math.max(0, ...Object.values(value).map(depthOf));
  fc.assert(
    fc.property(fc.json({ maxDepth: 6 }), (text) => {
      const depth = depthOf(JSON.parse(text));
      expect(isDeeper(text, depth)).toBe(false);
      if (depth > 0) expect(isDeeper(text, depth - 1)).toBe(true);
    }),
  );
  expect(isDeeper(JSON.stringify({ a: '[[[[{{{{\\"[[' }), 1)).toBe(false);
  expect(MOST_DEEP).toBeGreaterThan(20);
});

it('asks for its key beyond loopback, and gives it a cookie that no script and no other site has', async () => {
  const { folder, remove } = temporaryFolder();
  const app = await buildApp({
    ...{ host: '0.0.0.0', port: 0, data: folder, root: folder, mediaLimit: 1000 },
  });
  const key = keyOf(folder);
  expect(key).toMatch(/^[0-9a-f]{32}$/);
  expect(keyOf(folder)).toBe(key);
  const host = '192.168.1.4:4377';
  const get = (url: string, headers: Record<string, string> = {}) =>
    app.inject({ url, headers: { host, ...headers } });
  expect((await get('/api/plans')).statusCode).toBe(401);
  expect((await get(`/api/plans?key=${'0'.repeat(32)}`)).statusCode).toBe(401);
  const page = await get('/plans', { accept: 'text/html' });
  expect(page.statusCode).toBe(401);
  expect(page.body).toContain('Caesura asks for its key');
  expect((await get('/?key=wrong', { accept: 'text/html' })).body).toContain(
    'That is not its key.',
  );
  const entered = await get(`/?key=${key}`);
  expect(entered.statusCode).toBe(302);
  const cookie = String(entered.headers['set-cookie']);
  expect(cookie).toMatch(/HttpOnly/);
  expect(cookie).toMatch(/SameSite=Strict/);
  const own = { cookie: cookie.split(';')[0]! };
  expect((await get('/api/plans', own)).statusCode).toBe(200);
  // The key does not make another origin one's own.
  const post = (headers: Record<string, string>) =>
    app.inject({
      ...{ method: 'POST', url: '/api/plans', payload: { plan: newPlan('From afar') } },
      headers: { host, ...headers },
    });
  expect((await post({ ...own, origin: `http://${host}` })).statusCode).toBe(201);
  expect((await post({ ...own, origin: 'http://192.168.1.4:80' })).statusCode).toBe(403);
  expect((await post({ origin: `http://${host}` })).statusCode).toBe(401);
  await app.close();
  remove();
});

it('refuses at once what says of itself that it is too large', () =>
  withServer(async (app) => {
    await app.listen({ host: '127.0.0.1', port: 0 });
    const socket = connect((app.server.address() as AddressInfo).port, '127.0.0.1');
    socket.write(
      'POST /api/media HTTP/1.1\r\nHost: localhost\r\nContent-Type: audio/wav\r\nContent-Length: 99000000000\r\n\r\n',
    );
    const [answer] = (await once(socket, 'data')) as [Buffer];
    expect(answer.toString()).toMatch(/^HTTP\/1\.1 413/);
    socket.destroy();
  }));

it('cuts off callers that are too slow with their head, or stop in the middle of a body', async () => {
  const { folder, remove } = temporaryFolder();
  const app = await buildApp(
    { host: '127.0.0.1', port: 0, data: folder, root: folder, mediaLimit: 1_000_000 },
    { patience: { head: 300, idle: 600, whole: 3000 } },
  );
  await app.listen({ host: '127.0.0.1', port: 0 });
  const { port } = app.server.address() as AddressInfo;
  const closed = async (sent: string) => {
    const socket = connect(port, '127.0.0.1');
    socket.on('error', () => undefined);
    socket.resume();
    socket.write(sent);
    const before = Date.now();
    await once(socket, 'close');
    return Date.now() - before;
  };
  const [head, body] = await Promise.all([
    closed('POST /api/media HTTP/1.1\r\nHost: local'),
    closed(
      'POST /api/media HTTP/1.1\r\nHost: localhost\r\nContent-Type: audio/wav\r\nContent-Length: 5000\r\n\r\nabc',
    ),
  ]);
  expect(head).toBeLessThan(2000);
  expect(body).toBeLessThan(4000);
  await app.close();
  remove();
});
