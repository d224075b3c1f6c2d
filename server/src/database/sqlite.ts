import Database from 'libsql';
import { SqliteAdapter, SqliteDialect, type SqliteDatabase, type SqliteStatement } from 'kysely';

/** The part of a prepared libsql statement that is used here. */
interface Prepared {
  readonly reader: boolean;
  all(parameters: unknown[]): Record<string, unknown>[];
  run(parameters: unknown[]): { changes: number | bigint; lastInsertRowid: number | bigint };
}

/** Milliseconds that are waited for another program that has the file. */
const BUSY = 5000;
/** Prepared statements kept; libsql frees one only when it is collected. */
const KEPT_STATEMENTS = 256;

/** Only what libsql can bind: a boolean would abort the whole process. */
function bound(parameters: readonly unknown[]): unknown[] {
  return parameters.map((value) => {
    if (typeof value === 'boolean') return value ? 1 : 0;
    if (value === undefined || value === null) return null;
    if (['number', 'string', 'bigint'].includes(typeof value) || value instanceof Uint8Array)
      return value;
    throw new TypeError(`${Object.prototype.toString.call(value)} cannot be bound to SQL.`);
  });
}

/** Blobs come back as ArrayBuffer; everything else in Node speaks Uint8Array. */
function withBytes(row: Record<string, unknown>): Record<string, unknown> {
  for (const [name, value] of Object.entries(row))
    if (value instanceof ArrayBuffer) row[name] = new Uint8Array(value);
  return row;
}

/** A SQLite file in WAL mode that survives a crash at any moment, in the shape Kysely asks for. */
export interface SqliteFile extends SqliteDatabase {
  close(): void;
}

/**
 * Opens or creates a SQLite file. Every commit is on disk before it is acknowledged
 * (synchronous=FULL).
 */
export function openSqlite(file: string): SqliteFile {
  const raw = new Database(file, { timeout: BUSY } as never);
  try {
    raw.exec('PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL; PRAGMA foreign_keys=ON;');
  } catch (error) {
    raw.close();
    throw error;
  }
  const kept = new Map<string, Prepared>();
  const prepared = (sql: string): Prepared => {
    const statement = kept.get(sql) ?? (raw.prepare(sql) as unknown as Prepared);
    kept.delete(sql);
    kept.set(sql, statement);
    if (kept.size > KEPT_STATEMENTS) kept.delete(kept.keys().next().value!);
    return statement;
  };
  return {
    prepare(sql): SqliteStatement {
      const statement = prepared(sql);
      const all = (parameters: readonly unknown[]) =>
        statement.all(bound(parameters)).map(withBytes);
      return {
        reader: statement.reader,
        all,
        run: (parameters) => statement.run(bound(parameters)),
        // Read whole first: a half-read statement of libsql locks the table.
        *iterate(parameters) {
          yield* all(parameters);
        },
      };
    },
    close() {
      kept.clear();
      try {
        raw.exec('PRAGMA wal_checkpoint(TRUNCATE)');
      } catch {
        // What is in the log is whole, and is taken over when the file is next opened.
      } finally {
        raw.close();
      }
    },
  };
}

/**
 * SQLite runs DDL inside a transaction; Kysely assumes it does not, and would leave a failed
 * migration half done.
 */
class TransactionalAdapter extends SqliteAdapter {
  override get supportsTransactionalDdl(): boolean {
    return true;
  }
}

/** Kysely's dialect over a file of `openSqlite`. */
export class SqliteFileDialect extends SqliteDialect {
  override createAdapter(): SqliteAdapter {
    return new TransactionalAdapter();
  }
}
