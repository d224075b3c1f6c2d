import { createHash } from 'node:crypto';
import { createReadStream, existsSync } from 'node:fs';
import { mkdir, mkdtemp, readdir, rename, rm } from 'node:fs/promises';
import path from 'node:path';
import { pipeline } from 'node:stream/promises';
import { extract } from 'tar';
import { CaesuraError, plural } from '@caesura/core/time';
import { DATABASE_FILE, openDatabase } from '../database/open.ts';
import { diskError } from '../data-folder/disk-errors.ts';
import { makeFolder } from '../data-folder/make-folder.ts';
import { ownFolder } from '../data-folder/owner.ts';
import { mediaPath } from '../media/media-path.ts';
import { syncToDisk } from '../media/sync-to-disk.ts';
import { setAside } from './set-aside.ts';

/** What a backup holds; anything else in the archive is left in it. */
const OURS = /^(caesura\.sqlite|media\/[0-9a-f]{2}\/[0-9a-f]{64})$/;

async function hashOf(file: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), hash);
  return hash.digest('hex');
}

const notBackup = (file: string, why: string): CaesuraError =>
  new CaesuraError(
    'bad-backup',
    `${file} cannot be restored: ${why}.`,
    'Name a file that “npm run backup” wrote. What is there now was not changed.',
  );

/** Takes a backup apart, and checks all of it before anything is moved. */
async function unpacked(file: string, into: string): Promise<string[]> {
  if (!existsSync(file)) throw notBackup(file, 'it is not there');
  try {
    await extract({
      file,
      cwd: into,
      strict: true,
      filter: (name, entry) => OURS.test(name) && 'type' in entry && entry.type === 'File',
    });
  } catch (error) {
    throw diskError(error, into) ?? notBackup(file, 'it is no whole tar archive');
  }
  if (!existsSync(path.join(into, DATABASE_FILE))) throw notBackup(file, 'it holds no database');
  const db = await openDatabase(into);
  await db.destroy();
  const all = existsSync(path.join(into, 'media'))
    ? await readdir(path.join(into, 'media'), { recursive: true })
    : [];
  const ids = all.map((one) => path.basename(one)).filter((name) => name.length === 64);
  for (const id of ids)
    if ((await hashOf(path.join(into, 'media', mediaPath(id)))) !== id)
      throw notBackup(file, `its kept file ${id.slice(0, 12)}… is damaged`);
  return ids;
}

/**
 * Brings a backup back into a data folder that no server works on. What is there as its database is
 * set aside. Returns what was done, in words. Throws, and changes nothing, when the backup is not
 * whole.
 */
export async function restore(dataFolder: string, file: string): Promise<string> {
  makeFolder(dataFolder);
  const owner = ownFolder(dataFolder);
  const work = await mkdtemp(path.join(dataFolder, 'restore-'));
  try {
    const ids = await unpacked(file, work);
    for (const id of ids) {
      const place = path.join(dataFolder, 'media', mediaPath(id));
      await mkdir(path.dirname(place), { recursive: true });
      await rename(path.join(work, 'media', mediaPath(id)), place);
    }
    const aside = setAside(dataFolder);
    await syncToDisk(path.join(work, DATABASE_FILE));
    await rename(path.join(work, DATABASE_FILE), path.join(dataFolder, DATABASE_FILE));
    return `Restored into ${dataFolder}: the database and ${plural(ids.length, 'kept file')}.${aside ? ` What was there is in ${aside}.` : ''}`;
  } finally {
    await rm(work, { recursive: true, force: true });
    owner.release();
  }
}
