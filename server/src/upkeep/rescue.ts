import { copyFileSync, existsSync } from 'node:fs';
import { mkdtemp, rename, rm } from 'node:fs/promises';
import path from 'node:path';
import { plural } from '@caesura/core/time';
import { DATABASE_FILE, openDatabase } from '../database/open.ts';
import { openSqlite, type SqliteFile } from '../database/sqlite.ts';
import { makeFolder } from '../data-folder/make-folder.ts';
import { ownFolder } from '../data-folder/owner.ts';
import { setAside } from './set-aside.ts';

/** The tables that are read, with the column that says whether a row is whole. */
const TABLES = ['plan', 'media', 'footage', 'mark', 'receipt', 'version'] as const;
/** Row numbers that are tried where the highest cannot be read. */
const TRIED = 100_000;
/** Columns of documents: a row in which one is no JSON is not whole. */
const DOCUMENTS = ['document', 'facts', 'receipt', 'summary'];

type Row = Readonly<Record<string, string | number | bigint | Uint8Array | null>>;

/** The value of some work that a damaged page may stop; null then. */
function readable<T>(work: () => T): T | null {
  try {
    return work();
  } catch {
    return null;
  }
}

const isWhole = (row: Row): boolean =>
  DOCUMENTS.every((name) => {
    const text = row[name];
    return text === undefined || text === null || readable(() => JSON.parse(String(text))) !== null;
  });

/** The numbers of the rows of a table that may be there. */
function rowNumbers(from: SqliteFile, table: string): number[] {
  const all = readable(() => from.prepare(`SELECT rowid AS n FROM "${table}"`).all([]));
  if (all) return (all as { n: number }[]).map(({ n }) => n);
  const [highest] = (readable(() =>
    from.prepare(`SELECT max(rowid) AS n FROM "${table}"`).all([]),
  ) ?? []) as { n: number | null }[];
  return Array.from({ length: highest?.n ?? TRIED }, (_, i) => i + 1);
}

/** Copies the rows of a table that can be read. Returns how many came, and how many did not. */
function copyTable(
  from: SqliteFile,
  to: SqliteFile,
  table: string,
): { came: number; lost: number } {
  const counted = readable(
    () => from.prepare(`SELECT count(*) AS n FROM "${table}"`).all([])[0] as { n: number },
  );
  let came = 0;
  for (const n of rowNumbers(from, table)) {
    const [row] = (readable(() =>
      from.prepare(`SELECT * FROM "${table}" WHERE rowid = ?`).all([n]),
    ) ?? []) as Row[];
    if (!row || !isWhole(row)) continue;
    const names = Object.keys(row);
    const columns = names.map((name) => `"${name}"`).join(', ');
    const marks = names.map(() => '?').join(', ');
    const done = readable(() =>
      to
        .prepare(`INSERT OR IGNORE INTO "${table}" (${columns}) VALUES (${marks})`)
        .run(names.map((name) => row[name])),
    );
    came += Number(done?.changes ?? 0);
  }
  return { came, lost: Math.max(0, (counted?.n ?? came) - came) };
}

/** What of a damaged database can be read, into a new one. Returns it in words. */
async function readInto(damaged: string, folder: string): Promise<string> {
  const db = await openDatabase(folder);
  await db.destroy();
  const from = readable(() => openSqlite(damaged));
  if (!from) return 'Nothing of it could be read.';
  const to = openSqlite(path.join(folder, DATABASE_FILE));
  to.prepare('BEGIN').run([]);
  const parts = TABLES.map((table) => ({ table, ...copyTable(from, to, table) }));
  // The demo came once, whatever is left of the note of it.
  to.prepare("INSERT OR IGNORE INTO mark SELECT 'demo', ? WHERE EXISTS (SELECT 1 FROM plan)").run([
    new Date().toISOString(),
  ]);
  to.prepare('COMMIT').run([]);
  from.close();
  to.close();
  const words = parts
    .filter(({ came, lost }) => came + lost > 0)
    .map(
      ({ table, came, lost }) => `${plural(came, table)}${lost > 0 ? ` (${lost} could not)` : ''}`,
    );
  return words.length > 0 ? `Read: ${words.join(', ')}.` : 'Nothing of it could be read.';
}

/**
 * Sets the database of a folder aside and reads what can be read of it into a new one; rows whose
 * documents are not whole are left. Works on a copy, so that what is set aside stays as it is.
 * Returns what was done, in words.
 */
export async function rescue(dataFolder: string): Promise<string> {
  makeFolder(dataFolder);
  const owner = ownFolder(dataFolder);
  const work = await mkdtemp(path.join(dataFolder, 'rescue-'));
  try {
    if (!existsSync(path.join(dataFolder, DATABASE_FILE)))
      return `There is no database in ${dataFolder}: the next start makes one.`;
    const copy = path.join(work, 'damaged.sqlite');
    for (const more of ['', '-wal']) {
      const part = path.join(dataFolder, `${DATABASE_FILE}${more}`);
      if (existsSync(part)) copyFileSync(part, `${copy}${more}`);
    }
    const words = await readInto(copy, work);
    const aside = setAside(dataFolder);
    await rename(path.join(work, DATABASE_FILE), path.join(dataFolder, DATABASE_FILE));
    return `${words} What was there is in ${aside}.`;
  } finally {
    await rm(work, { recursive: true, force: true });
    owner.release();
  }
}
