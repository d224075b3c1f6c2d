import path from 'node:path';
import { Kysely, Migrator } from 'kysely';
import { CaesuraError } from '@caesura/core/time';
import { diskError } from '../data-folder/disk-errors.ts';
import { MIGRATIONS } from './migrations.ts';
import type { Tables } from './schema.ts';
import { openSqlite, SqliteFileDialect, type SqliteFile } from './sqlite.ts';

/** Name of the database in the data folder. */
export const DATABASE_FILE = 'caesura.sqlite';

const RESCUE =
  'Nothing was changed. “npm run rescue” sets it aside and reads what can be read into a new one; “npm run restore FILE” brings a backup back.';

const damaged = (file: string, how: string): CaesuraError =>
  new CaesuraError('damaged', `The database ${file} is damaged: ${how}.`, RESCUE);

/** What an error on opening a database means, as one sentence with its mend. */
function openingError(error: unknown, file: string): unknown {
  if (error instanceof CaesuraError) return error;
  const { code, message } = error as { code?: unknown; message?: unknown };
  if (code === 'SQLITE_NOTADB') return damaged(file, 'it is no database');
  if (String(code).startsWith('SQLITE_CORRUPT')) return damaged(file, 'parts of it cannot be read');
  // This is all that is said when the file cannot be opened at all.
  if (String(message).includes('Unable to open'))
    return new CaesuraError(
      'no-access',
      `The database ${file} cannot be opened.`,
      'See that it is a file, and that this user may read and write it.',
    );
  return diskError(error, `The database ${file}`) ?? error;
}

/** Throws when something in a database contradicts itself. */
function checkWhole(database: SqliteFile, file: string): void {
  const [row] = database.prepare('PRAGMA quick_check(1)').all([]) as { quick_check: string }[];
  if (row?.quick_check !== 'ok') throw damaged(file, 'parts of it contradict one another');
}

/** Throws when a database has changes of its form that are not known here: of a later version. */
function checkKnown(database: SqliteFile, file: string): void {
  const has = database
    .prepare("SELECT 1 FROM sqlite_master WHERE name = 'kysely_migration'")
    .all([]);
  if (has.length === 0) return;
  const done = database.prepare('SELECT name FROM kysely_migration').all([]) as { name: string }[];
  if (done.some(({ name }) => !Object.hasOwn(MIGRATIONS, name)))
    throw new CaesuraError(
      'newer-database',
      `The database ${file} was written by a newer version of Caesura.`,
      'Start that version, or start this one with another folder: CAESURA_DATA=… npm start',
    );
}

/** Throws when nothing can be written to a database. */
function checkWritable(database: SqliteFile): void {
  database.prepare('BEGIN IMMEDIATE').run([]);
  database.prepare('ROLLBACK').run([]);
}

/**
 * Opens the database of a data folder, and brings its form up to date. Throws what is wrong with it
 * and the mend; nothing of it is changed then.
 */
export async function openDatabase(dataFolder: string): Promise<Kysely<Tables>> {
  const file = path.join(dataFolder, DATABASE_FILE);
  let database: SqliteFile | null = null;
  try {
    database = openSqlite(file);
    checkWhole(database, file);
    checkKnown(database, file);
    checkWritable(database);
    const db = new Kysely<Tables>({ dialect: new SqliteFileDialect({ database }) });
    const migrator = new Migrator({
      db,
      provider: { getMigrations: async () => ({ ...MIGRATIONS }) },
    });
    const { error } = await migrator.migrateToLatest();
    if (error) throw error;
    return db;
  } catch (error) {
    database?.close();
    throw openingError(error, file);
  }
}
