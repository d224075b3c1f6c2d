import { existsSync } from 'node:fs';
import { mkdtemp, rename, rm } from 'node:fs/promises';
import path from 'node:path';
import { create, replace } from 'tar';
import { CaesuraError, plural } from '@caesura/core/time';
import { DATABASE_FILE } from '../database/open.ts';
import { openSqlite } from '../database/sqlite.ts';
import { diskError } from '../data-folder/disk-errors.ts';
import { mediaPath } from '../media/media-path.ts';
import { syncToDisk } from '../media/sync-to-disk.ts';

/** Copies a database as it is at one moment, also while it is written to. */
function copyDatabase(from: string, to: string): void {
  const sqlite = openSqlite(from);
  try {
    sqlite.prepare('VACUUM INTO ?').run([to]);
  } finally {
    sqlite.close();
  }
}

/** The kept files that a database names, by their paths in the data folder. */
function namedMedia(database: string): string[] {
  const sqlite = openSqlite(database);
  const rows = sqlite.prepare('SELECT id FROM media').all([]) as { id: string }[];
  sqlite.close();
  return rows.map(({ id }) => path.join('media', mediaPath(id)));
}

/**
 * Writes the database as it is at one moment and all kept files into one file (a tar archive of the
 * POSIX form), also while the server runs. Returns what was written, in words. Throws when there is
 * no database, or the file is there already.
 */
export async function backUp(dataFolder: string, file: string): Promise<string> {
  const live = path.join(dataFolder, DATABASE_FILE);
  if (!existsSync(live))
    throw new CaesuraError(
      'no-database',
      `There is no database in ${dataFolder}.`,
      'Name its folder: CAESURA_DATA=… npm run backup FILE',
    );
  if (existsSync(file))
    throw new CaesuraError('file-there', `${file} is there already.`, 'Name another file.');
  const work = await mkdtemp(path.join(dataFolder, 'backup-'));
  const unfinished = `${file}.part`;
  try {
    copyDatabase(live, path.join(work, DATABASE_FILE));
    const named = namedMedia(path.join(work, DATABASE_FILE));
    // One that was let go of since the copy is not worth the rest.
    const there = named.filter((one) => existsSync(path.join(dataFolder, one)));
    const how = { file: unfinished, portable: true };
    await create({ ...how, cwd: work }, [DATABASE_FILE]);
    if (there.length > 0) await replace({ ...how, cwd: dataFolder }, there);
    await syncToDisk(unfinished);
    await rename(unfinished, file);
    const missing = named.length - there.length;
    return `Written to ${file}: the database and ${plural(there.length, 'kept file')}${missing > 0 ? `; ${plural(missing, 'kept file')} were not there` : ''}.`;
  } catch (error) {
    throw diskError(error, file) ?? error;
  } finally {
    await rm(unfinished, { force: true });
    await rm(work, { recursive: true, force: true });
  }
}
