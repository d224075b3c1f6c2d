import path from 'node:path';
import { Kysely, Migrator, sql } from 'kysely';
import { expect, it } from 'vitest';
import { temporaryFolder } from '../testing/server.ts';
import { openSqlite, SqliteFileDialect } from './sqlite.ts';

async function withDatabase(
  task: (db: Kysely<{ thing: { flag: unknown; bytes: unknown } }>) => Promise<void>,
) {
  const { folder, remove } = temporaryFolder();
  const database = openSqlite(path.join(folder, 'x.sqlite'));
  const db = new Kysely<{ thing: { flag: unknown; bytes: unknown } }>({
    dialect: new SqliteFileDialect({ database }),
  });
  await task(db).finally(async () => {
    await db.destroy();
    remove();
  });
}

it('is in WAL mode with full synchronising and foreign keys', () =>
  withDatabase(async (db) => {
    const pragma = async (name: string) =>
      Object.values((await sql.raw(`PRAGMA ${name}`).execute(db)).rows[0] as object);
    expect(await pragma('journal_mode')).toEqual(['wal']);
    expect(await pragma('synchronous')).toEqual([2]);
    expect(await pragma('foreign_keys')).toEqual([1]);
  }));

it('binds booleans and bytes, and refuses what SQL has no type for', () =>
  withDatabase(async (db) => {
    await sql`CREATE TABLE thing (flag, bytes)`.execute(db);
    await db
      .insertInto('thing')
      .values({ flag: true, bytes: new Uint8Array([1, 2, 255]) })
      .execute();
    expect(await db.selectFrom('thing').selectAll().execute()).toEqual([
      { flag: 1, bytes: new Uint8Array([1, 2, 255]) },
    ]);
    await expect(
      db
        .insertInto('thing')
        .values({ flag: { a: 1 }, bytes: null })
        .execute(),
    ).rejects.toThrow('[object Object] cannot be bound to SQL.');
  }));

it('takes back the whole of a migration that fails half-way', () =>
  withDatabase(async (db) => {
    const getMigrations = async () => ({
      '1': {
        up: async (within: Kysely<unknown>) => {
          await sql`CREATE TABLE half (x)`.execute(within);
          throw new Error('broke off');
        },
      },
    });
    const { error } = await new Migrator({ db, provider: { getMigrations } }).migrateToLatest();
    expect(error).toEqual(new Error('broke off'));
    expect(
      (await sql`SELECT name FROM sqlite_master WHERE name = 'half'`.execute(db)).rows,
    ).toEqual([]);
  }));
