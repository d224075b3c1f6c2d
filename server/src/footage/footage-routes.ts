import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import type { Kysely } from 'kysely';
import { z } from 'zod';
import { FileFactsSchema, MediaIdSchema, type FileFacts } from '@caesura/core/plan';
import type { Tables } from '../database/schema.ts';
import { ErrorSchema, HttpError, notFound } from '../errors.ts';
import type { MediaStore } from '../media/media-store.ts';

/** The kept files that facts of a clip point to. */
const mediaOf = ({ poster, strip, proxy, movement, times, sound }: FileFacts): string[] =>
  [poster, strip, proxy, movement, times, sound?.media, sound?.outline].filter(
    (id) => typeof id === 'string',
  );

/**
 * Routes of what was made of files of pictures, so that it is never made again. The files
 * themselves are not kept.
 */
export const footageRoutes =
  (db: Kysely<Tables>, media: MediaStore): FastifyPluginAsyncZod =>
  async (app) => {
    const tags = ['footage'];
    const params = z.object({ content: MediaIdSchema });

    app.get(
      '/:content',
      {
        schema: {
          ...{ tags, summary: 'What was made of a file, by its content', params },
          response: { 200: FileFactsSchema, 404: ErrorSchema },
        },
      },
      async (request) => {
        const { content } = request.params;
        const row = await db
          .selectFrom('footage')
          .select('facts')
          .where('content', '=', content)
          .executeTakeFirst();
        if (!row) throw notFound('clip');
        const facts = FileFactsSchema.parse(JSON.parse(row.facts));
        // Whoever asks is about to use them.
        const wanted = mediaOf(facts);
        if (wanted.length > 0)
          await db
            .updateTable('media')
            .set({ unused_since: null })
            .where('id', 'in', wanted)
            .execute();
        return facts;
      },
    );
    app.put(
      '/:content',
      {
        schema: {
          ...{ tags, summary: 'Keep what was made of a file', params, body: FileFactsSchema },
          response: { 204: z.null(), 400: ErrorSchema },
        },
      },
      async (request, reply) => {
        for (const id of mediaOf(request.body))
          await media.find(id).catch(() => {
            throw new HttpError(
              400,
              'no-such-media',
              `There is no kept file ${id}.`,
              'Keep it first, at /api/media.',
            );
          });
        const row = { facts: JSON.stringify(request.body), made_at: new Date().toISOString() };
        await db
          .insertInto('footage')
          .values({ content: request.params.content, ...row })
          .onConflict((c) => c.column('content').doUpdateSet(row))
          .execute();
        return reply.status(204).send(null);
      },
    );
  };
