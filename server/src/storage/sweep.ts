import { existsSync } from 'node:fs';
import { readdir, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import type { Kysely } from 'kysely';
import type { Tables } from '../database/schema.ts';
import { mediaPath } from '../media/media-path.ts';
import type { MediaStore, UnusedMedia } from '../media/media-store.ts';
import { hashesInUse } from './in-use.ts';

const DAY = 86_400_000;
/**
 * How long deleted plans can be brought back, and files to which nothing refers are kept: undo in a
 * browser may bring back what needs them.
 */
export const GRACE = 30 * DAY;
/** Files no older than this may be of work that is not saved yet. */
const FRESH = 3_600_000;
/** How old a file without a row is that no upload can still be at work on. */
const LEFT_OVER = DAY;

/** When things are swept: the time it is, and how long they are kept. */
export interface SweepTimes {
  readonly now: Date;
  readonly media: number;
  readonly plans: number;
}

/** What a sweep has let go of. */
export interface Swept {
  readonly plans: number;
  readonly files: number;
  readonly bytes: number;
}

const before = ({ now }: SweepTimes, age: number): string =>
  new Date(now.getTime() - age).toISOString();

/** Lets go of plans that were deleted so long ago, with their versions and receipts. */
async function sweepPlans(db: Kysely<Tables>, times: SweepTimes): Promise<number> {
  const gone = await db
    .selectFrom('plan')
    .select('id')
    .where('deleted_at', '<=', before(times, times.plans))
    .execute();
  const ids = gone.map(({ id }) => id);
  if (ids.length === 0) return 0;
  await db.transaction().execute(async (trx) => {
    await trx.deleteFrom('version').where('plan', 'in', ids).execute();
    await trx.deleteFrom('receipt').where('plan', 'in', ids).execute();
    await trx.deleteFrom('plan').where('id', 'in', ids).execute();
  });
  return ids.length;
}

/** Notes which files are used and since when others are not. */
async function noteUse(db: Kysely<Tables>, used: ReadonlySet<string>, now: string): Promise<void> {
  const rows = await db.selectFrom('media').select(['id', 'unused_since']).execute();
  const note = async (ids: readonly string[], unused_since: string | null) => {
    for (const id of ids)
      await db.updateTable('media').set({ unused_since }).where('id', '=', id).execute();
  };
  const [usedAgain, unusedNow] = [
    rows.filter(({ id, unused_since }) => unused_since !== null && used.has(id)),
    rows.filter(({ id, unused_since }) => unused_since === null && !used.has(id)),
  ];
  await note(
    usedAgain.map(({ id }) => id),
    null,
  );
  await note(
    unusedNow.map(({ id }) => id),
    now,
  );
}

/** Lets go of what was made of files whose kept parts are not all there: it is made anew. */
async function sweepFootage(db: Kysely<Tables>): Promise<void> {
  const rows = await db.selectFrom('media').select('id').execute();
  const there = new Set(rows.map(({ id }) => id));
  for (const { content, facts } of await db.selectFrom('footage').selectAll().execute()) {
    const named = [...facts.matchAll(/"([0-9a-f]{64})"/g)].map(([, id]) => id!);
    if (named.some((id) => !there.has(id)))
      await db.deleteFrom('footage').where('content', '=', content).execute();
  }
}

/** Rows without files, and files without rows: what a kill may leave. Returns what was freed. */
async function sweepLeftOver(
  db: Kysely<Tables>,
  { folder }: Pick<MediaStore, 'folder'>,
  { now }: SweepTimes,
): Promise<{ files: number; bytes: number }> {
  const rows = await db.selectFrom('media').select('id').execute();
  for (const { id } of rows)
    if (!existsSync(path.join(folder, mediaPath(id))))
      await db.deleteFrom('media').where('id', '=', id).execute();
  const known = new Set(rows.map(({ id }) => id));
  let [files, bytes] = [0, 0];
  const all = existsSync(folder)
    ? await readdir(folder, { recursive: true, withFileTypes: true })
    : [];
  for (const entry of all) {
    if (!entry.isFile() || known.has(entry.name)) continue;
    const file = path.join(entry.parentPath, entry.name);
    const { size, mtimeMs } = await stat(file);
    if (now.getTime() - mtimeMs < LEFT_OVER) continue;
    await rm(file, { force: true });
    files++;
    bytes += size;
  }
  return { files, bytes };
}

/** The files to which nothing has referred for so long, but for those that just came. */
const unusedMedia = (db: Kysely<Tables>, times: SweepTimes): Promise<UnusedMedia[]> =>
  db
    .selectFrom('media')
    .select(['id', 'bytes', 'unused_since'])
    .where('unused_since', '<=', before(times, times.media))
    .where('stored_at', '<=', before(times, FRESH))
    .$narrowType<{ unused_since: string }>()
    .execute();

/**
 * Lets go of plans deleted long ago, of files to which nothing has referred for long, and of what a
 * kill has left. What is used is looked up first, in every plan and version.
 */
export async function sweep(
  db: Kysely<Tables>,
  media: MediaStore,
  times: SweepTimes,
): Promise<Swept> {
  const plans = await sweepPlans(db, times);
  await noteUse(db, await hashesInUse(db), times.now.toISOString());
  const unused = await unusedMedia(db, times);
  const bytes = await media.remove(unused);
  const left = await sweepLeftOver(db, media, times);
  await sweepFootage(db);
  return { plans, files: unused.length + left.files, bytes: bytes + left.bytes };
}
