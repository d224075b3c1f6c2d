import { Readable } from 'node:stream';
import type { FastifyPluginAsyncZod } from 'fastify-type-provider-zod';
import { z } from 'zod';
import { MediaIdSchema } from '@caesura/core/plan';
import { ErrorSchema } from '../errors.ts';
import { tooLarge, type MediaStore } from './media-store.ts';

const StoredMediaSchema = z.object({
  id: MediaIdSchema,
  bytes: z.number().int(),
  mediaType: z.string(),
});

/**
 * Routes of the media. The body of an upload is the file itself, streamed, never held in memory.
 */
export const mediaRoutes =
  (media: MediaStore, limit: number): FastifyPluginAsyncZod =>
  async (app) => {
    const tags = ['media'];
    app.removeAllContentTypeParsers();
    app.addContentTypeParser('*', { bodyLimit: limit }, (_request, payload, done) =>
      done(null, payload),
    );

    app.post(
      '/',
      {
        bodyLimit: limit,
        // What says of itself that it is too large is not waited for.
        onRequest: async (request) => {
          if (Number(request.headers['content-length'] ?? 0) > limit) throw tooLarge(limit);
        },
        schema: {
          ...{ tags, summary: 'Keep a file; the body is its bytes' },
          response: { 201: StoredMediaSchema, 400: ErrorSchema, 413: ErrorSchema },
        },
      },
      async (request, reply) => {
        const type = request.headers['content-type']?.split(';')[0]?.trim() ?? '';
        return reply
          .status(201)
          .send(await media.add((request.body as Readable | undefined) ?? Readable.from([]), type));
      },
    );
    app.get(
      '/:id',
      {
        schema: {
          tags,
          summary: 'The bytes of a file, or a range of them',
          params: z.object({ id: MediaIdSchema }),
        },
      },
      async (request, reply) => {
        const found = await media.find(request.params.id);
        // Content addressed by its hash never changes.
        return reply.type(found.mediaType).sendFile(found.path, media.folder, {
          immutable: true,
          maxAge: 31_536_000_000,
          contentType: false,
        });
      },
    );
  };
