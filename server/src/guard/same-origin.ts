import type { FastifyInstance, FastifyRequest } from 'fastify';
import { errorBody } from '../errors.ts';
import { hostOf, isLoopback } from './loopback.ts';

/** Calls that change nothing. */
const READS = new Set(['GET', 'HEAD', 'OPTIONS']);
/** Types that a page of another site may send without asking first (Fetch standard, CORS). */
const SIMPLE = /^\s*(text\/plain|multipart\/form-data|application\/x-www-form-urlencoded)\b/i;

/** Whether a call that changes something comes from a page of this very origin, or from no page. */
function isOwn({ headers }: FastifyRequest): boolean {
  const site = headers['sec-fetch-site'];
  if (site !== undefined && site !== 'same-origin' && site !== 'none') return false;
  const { origin, host = '' } = headers;
  if (origin === undefined) return true;
  try {
    return new URL(origin).host === new URL(`http://${host}`).host;
  } catch {
    return false;
  }
}

/**
 * Lets only pages of this server change anything. Where `onlyThisMachine`, also refuses every call
 * by a name or an address that is not this machine's own, so that no other site gets in through a
 * name that it points here.
 */
export function guardOrigin(app: FastifyInstance, onlyThisMachine: boolean): void {
  app.addHook('onRequest', async (request, reply) => {
    const host = hostOf(request.headers.host ?? '');
    if (host === null || (onlyThisMachine && !isLoopback(host)))
      return reply
        .status(403)
        .send(errorBody('not-local', 'This server answers only its own machine.'));
    if (READS.has(request.method)) return undefined;
    if (!isOwn(request))
      return reply
        .status(403)
        .send(
          errorBody(
            'other-origin',
            'This server is changed only from its own pages.',
            'Open it by the address it printed.',
          ),
        );
    if (SIMPLE.test(request.headers['content-type'] ?? ''))
      return reply
        .status(415)
        .send(
          errorBody(
            'bad-type',
            `A body of the type ${request.headers['content-type']} is not taken.`,
            'Send JSON, or a file with its own type.',
          ),
        );
    return undefined;
  });
}
