import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Kysely, Migrator } from 'kysely';
import { newPlan } from '@caesura/core/plan';
import { MIGRATIONS } from '../database/migrations.ts';
import { DATABASE_FILE } from '../database/open.ts';
import { openSqlite, SqliteFileDialect } from '../database/sqlite.ts';

/** A data folder as the first version left it, with some plans. */
export async function oldFolder(plans: number): Promise<string> {
  const data = mkdtempSync(path.join(tmpdir(), 'caesura-old-'));
  const database = openSqlite(path.join(data, DATABASE_FILE));
  const db = new Kysely<{ plan: Record<string, unknown> }>({
    dialect: new SqliteFileDialect({ database }),
  });
  const getMigrations = async () => ({ ...MIGRATIONS });
  const migrator = new Migrator({ db, provider: { getMigrations } });
  const { error } = await migrator.migrateTo('001-plans-and-media');
  if (error) throw error as Error;
  const at = '2026-01-01T00:00:00.000Z';
  for (let i = 0; i < plans; i++)
    await db
      .insertInto('plan')
      .values({
        ...{ id: `p${i}`, revision: 1, document: JSON.stringify(newPlan(`Old ${i}`)) },
        ...{ created_at: at, changed_at: at, deleted_at: null },
      })
      .execute();
  await db.destroy();
  return data;
}
