import type { FastifyInstance } from 'fastify';
import type { Kysely } from 'kysely';
import type { Tables } from '../database/schema.ts';
import type { MediaStore } from '../media/media-store.ts';
import { GRACE, sweep } from './sweep.ts';

/** Milliseconds after the start, and between one sweep and the next. */
const [FIRST, EVERY] = [30_000, 6 * 3_600_000];

/**
 * Sweeps by itself while the server listens. Returns how to end that, which waits for a sweep that
 * is under way.
 */
export function keepSweeping(
  app: FastifyInstance,
  db: Kysely<Tables>,
  media: MediaStore,
): () => Promise<void> {
  let timer: NodeJS.Timeout | undefined;
  let under: Promise<unknown> = Promise.resolve();
  const next = (after: number) => {
    timer = setTimeout(() => {
      under = sweep(db, media, { now: new Date(), media: GRACE, plans: GRACE })
        .catch((error: unknown) => app.log.error(error))
        .finally(() => next(EVERY));
    }, after).unref();
  };
  app.addHook('onListen', async () => next(FIRST));
  return async () => {
    await under;
    clearTimeout(timer);
  };
}
