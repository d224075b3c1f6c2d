import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, open, rename, rm } from 'node:fs/promises';
import path from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Kysely } from 'kysely';
import type { Tables } from '../database/schema.ts';
import { HttpError, notFound } from '../errors.ts';

/** A media file as kept. */
export interface StoredMedia {
  /** SHA-256 of the content, hexadecimal. */
  readonly id: string;
  readonly bytes: number;
  readonly mediaType: string;
}

/** Keeps media files, each once, under the hash of its content. */
export interface MediaStore {
  /** Takes in a stream. A stream that breaks off, is empty or passes the limit leaves nothing. */
  add(content: Readable, mediaType: string): Promise<StoredMedia>;
  /** What is known of a file, and its path below `folder`. Throws 404 when there is none. */
  find(id: string): Promise<StoredMedia & { readonly path: string }>;
  readonly folder: string;
}

/** Types that a browser only plays or shows; anything else is handed out as plain bytes. */
const SHOWN = /^(audio\/[\w.+-]+|video\/[\w.+-]+|image\/(jpeg|png|webp))$/;

const pathOf = (id: string): string => path.join(id.slice(0, 2), id);

/** Passes bytes on while counting and hashing them; fails past `limit` bytes. */
function measured(limit: number): {
  through: Transform;
  result: () => { bytes: number; id: string };
} {
  const hash = createHash('sha256');
  let bytes = 0;
  const through = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      if (bytes > limit)
        return void done(
          new HttpError(
            413,
            'too-large',
            `The file is larger than ${Math.floor(limit / 1e6)} MB, the most that is taken.`,
            'Use a shorter or more compressed file, or raise CAESURA_MEDIA_LIMIT.',
          ),
        );
      hash.update(chunk);
      done(null, chunk);
    },
  });
  return { through, result: () => ({ bytes, id: hash.digest('hex') }) };
}

async function syncToDisk(file: string): Promise<void> {
  const handle = await open(file, 'r');
  await handle.sync().finally(() => handle.close());
}

/** The media of a data folder. Files left half-way by a crash are swept out. */
export async function mediaStore(
  db: Kysely<Tables>,
  dataFolder: string,
  limit: number,
): Promise<MediaStore> {
  const folder = path.join(dataFolder, 'media');
  const incoming = path.join(dataFolder, 'incoming');
  await rm(incoming, { recursive: true, force: true });
  await mkdir(incoming, { recursive: true });
  return {
    folder,
    async add(content, mediaType) {
      const temporary = path.join(incoming, randomUUID());
      try {
        const measure = measured(limit);
        await pipeline(content, measure.through, createWriteStream(temporary));
        const { id, bytes } = measure.result();
        if (bytes === 0)
          throw new HttpError(400, 'empty-file', 'The file is empty.', 'Choose another file.');
        await syncToDisk(temporary);
        await mkdir(path.join(folder, id.slice(0, 2)), { recursive: true });
        await rename(temporary, path.join(folder, pathOf(id)));
        const media_type = SHOWN.test(mediaType) ? mediaType : 'application/octet-stream';
        await db
          .insertInto('media')
          .values({ id, bytes, media_type, stored_at: new Date().toISOString() })
          .onConflict((c) => c.column('id').doNothing())
          .execute();
        return { id, bytes, mediaType: media_type };
      } finally {
        await rm(temporary, { force: true });
      }
    },
    async find(id) {
      const row = await db.selectFrom('media').selectAll().where('id', '=', id).executeTakeFirst();
      if (!row) throw notFound('media file');
      return { id, bytes: row.bytes, mediaType: row.media_type, path: pathOf(id) };
    },
  };
}
