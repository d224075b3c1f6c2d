import { statSync } from 'node:fs';
import path from 'node:path';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import type { Kysely } from 'kysely';
import { z } from 'zod';
import { DATABASE_FILE } from '../database/open.ts';
import type { Tables } from '../database/schema.ts';
import type { MediaStore } from '../media/media-store.ts';
import { GRACE, sweep } from './sweep.ts';

const whole = z.number().int();
const StorageSchema = z.object({
  /** Bytes of the database and its log. */
  database: whole,
  media: z.object({ files: whole, bytes: whole }),
  /** Of those, to which nothing refers. */
  unused: z.object({ files: whole, bytes: whole }),
  /** Plans that can be brought back, the last deleted first, and until when. */
  deleted: z.array(z.object({ id: z.string(), name: z.string(), until: z.string() })),
});
const SweptSchema = z.object({ plans: whole, files: whole, bytes: whole });

const sizeOf = (file: string): number => statSync(file, { throwIfNoEntry: false })?.size ?? 0;

/** The name that a summary of a plan has; a word where it has none. */
function nameOf(summary: string | null): string {
  try {
    const { name } = JSON.parse(summary ?? '{}') as { name?: unknown };
    return typeof name === 'string' && name !== '' ? name : 'Unnamed';
  } catch {
    return 'Unnamed';
  }
}

/** Routes of what is kept: how much it is, what can be brought back, and freeing it. */
export const storageRoutes =
  (db: Kysely<Tables>, media: MediaStore, dataFolder: string): FastifyPluginAsyncZod =>
  async (app) => {
    const tags = ['storage'];
    const sumOf = async (onlyUnused: boolean) => {
      const all = db
        .selectFrom('media')
        .select(({ fn }) => [
          fn.countAll<number>().as('files'),
          fn.sum<number | null>('bytes').as('bytes'),
        ]);
      const row = await (
        onlyUnused ? all.where('unused_since', 'is not', null) : all
      ).executeTakeFirstOrThrow();
      return { files: Number(row.files), bytes: Number(row.bytes ?? 0) };
    };
    app.get(
      '/',
      {
        schema: { tags, summary: 'How much is kept', response: { 200: StorageSchema } },
      },
      async () => {
        const deleted = await db
          .selectFrom('plan')
          .select(['id', 'summary', 'deleted_at'])
          .where('deleted_at', 'is not', null)
          .orderBy('deleted_at', 'desc')
          .execute();
        const file = path.join(dataFolder, DATABASE_FILE);
        return {
          database: sizeOf(file) + sizeOf(`${file}-wal`),
          media: await sumOf(false),
          unused: await sumOf(true),
          deleted: deleted.map(({ id, summary, deleted_at }) => ({
            ...{ id, name: nameOf(summary) },
            until: new Date(Date.parse(deleted_at!) + GRACE).toISOString(),
          })),
        };
      },
    );
    app.post(
      '/free',
      {
        schema: {
          ...{ tags, summary: 'Let go of what nothing refers to' },
          body: z.object({ deletedPlans: z.boolean() }),
          response: { 200: SweptSchema },
        },
      },
      ({ body }) =>
        sweep(db, media, {
          ...{ now: new Date(), media: 0 },
          plans: body.deletedPlans ? 0 : GRACE,
        }),
    );
  };
