import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { Kysely, Migrator } from 'kysely';
import { MIGRATIONS } from './migrations.ts';
import type { Tables } from './schema.ts';
import { openSqlite, SqliteFileDialect } from './sqlite.ts';

/** Name of the database in the data folder. */
export const DATABASE_FILE = 'caesura.sqlite';

/** Opens the database of a data folder, creating the folder and bringing its form up to date. */
export async function openDatabase(dataFolder: string): Promise<Kysely<Tables>> {
  mkdirSync(dataFolder, { recursive: true });
  const database = openSqlite(path.join(dataFolder, DATABASE_FILE));
  const db = new Kysely<Tables>({ dialect: new SqliteFileDialect({ database }) });
  const migrator = new Migrator({
    db,
    provider: { getMigrations: async () => ({ ...MIGRATIONS }) },
  });
  const { error } = await migrator.migrateToLatest();
  if (error) {
    await db.destroy();
    throw error;
  }
  return db;
}
