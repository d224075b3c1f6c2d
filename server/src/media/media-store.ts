import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, rename, rm } from 'node:fs/promises';
import path from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Kysely } from 'kysely';
import type { Tables } from '../database/schema.ts';
import { HttpError, notFound } from '../errors.ts';
import { mediaPath } from './media-path.ts';
import { syncToDisk } from './sync-to-disk.ts';

/** A media file as kept. */
export interface StoredMedia {
  /** SHA-256 of the content, hexadecimal. */
  readonly id: string;
  readonly bytes: number;
  readonly mediaType: string;
}

/** A file to which nothing refers, and since when. */
export interface UnusedMedia {
  readonly id: string;
  readonly bytes: number;
  readonly unused_since: string;
}

/** Keeps media files, each once, under the hash of its content. */
export interface MediaStore {
  /** Takes in a stream. A stream that breaks off, is empty or passes the limit leaves nothing. */
  add(content: Readable, mediaType: string): Promise<StoredMedia>;
  /** Lets go of files that are still as unused as they were seen to be; returns their bytes. */
  remove(seen: readonly UnusedMedia[]): Promise<number>;
  /** What is known of a file, and its path below `folder`. Throws 404 when there is none. */
  find(id: string): Promise<StoredMedia & { readonly path: string }>;
  readonly folder: string;
}

/** Types that a browser only plays or shows; anything else is handed out as plain bytes. */
const SHOWN = /^(audio\/[\w.+-]+|video\/[\w.+-]+|image\/(jpeg|png|webp))$/;

/** A file of more bytes than are taken. */
export const tooLarge = (limit: number): HttpError =>
  new HttpError(
    413,
    'too-large',
    `The file is larger than ${Math.floor(limit / 1e6)} MB, the most that is taken.`,
    'Use a shorter or more compressed file, or raise CAESURA_MEDIA_LIMIT.',
  );

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
      if (bytes > limit) return void done(tooLarge(limit));
      hash.update(chunk);
      done(null, chunk);
    },
  });
  return { through, result: () => ({ bytes, id: hash.digest('hex') }) };
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
  // A file is taken in and let go of one at a time, so that neither happens in the middle of the
  // other.
  let last: Promise<unknown> = Promise.resolve();
  const inTurn = <T>(work: () => Promise<T>): Promise<T> => {
    const turn = last.then(work);
    last = turn.catch(() => undefined);
    return turn;
  };
  const putAway = async (temporary: string, row: Omit<StoredMedia, 'mediaType'>, type: string) => {
    await mkdir(path.join(folder, row.id.slice(0, 2)), { recursive: true });
    await rename(temporary, path.join(folder, mediaPath(row.id)));
    await db
      .insertInto('media')
      .values({ ...row, media_type: type, stored_at: new Date().toISOString() })
      .onConflict((c) => c.column('id').doUpdateSet({ unused_since: null }))
      .execute();
  };
  const letGo = async ({ id, unused_since }: UnusedMedia): Promise<boolean> => {
    const { numDeletedRows } = await db
      .deleteFrom('media')
      .where('id', '=', id)
      .where('unused_since', '=', unused_since)
      .executeTakeFirst();
    if (numDeletedRows === 0n) return false;
    await rm(path.join(folder, mediaPath(id)), { force: true });
    return true;
  };
  return {
    folder,
    async remove(seen) {
      let freed = 0;
      for (const one of seen) if (await inTurn(() => letGo(one))) freed += one.bytes;
      return freed;
    },
    async add(content, mediaType) {
      const temporary = path.join(incoming, randomUUID());
      try {
        const measure = measured(limit);
        await pipeline(content, measure.through, createWriteStream(temporary));
        const { id, bytes } = measure.result();
        if (bytes === 0)
          throw new HttpError(400, 'empty-file', 'The file is empty.', 'Choose another file.');
        await syncToDisk(temporary);
        const media_type = SHOWN.test(mediaType) ? mediaType : 'application/octet-stream';
        await inTurn(() => putAway(temporary, { id, bytes }, media_type));
        return { id, bytes, mediaType: media_type };
      } finally {
        await rm(temporary, { force: true });
      }
    },
    async find(id) {
      const row = await db.selectFrom('media').selectAll().where('id', '=', id).executeTakeFirst();
      if (!row) throw notFound('media file');
      return { id, bytes: row.bytes, mediaType: row.media_type, path: mediaPath(id) };
    },
  };
}
