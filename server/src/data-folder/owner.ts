import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import Database from 'libsql';
import { CaesuraError } from '@caesura/core/time';

/** A data folder that this process alone works on. */
export interface Owner {
  /** Says under which address it is reached, for others who want the folder. */
  readonly isAt: (address: string) => void;
  readonly release: () => void;
}

const LOCK = 'owner.lock';
const NOTE = 'owner.json';

/** What the owner of a folder said of itself, in words; nothing where it said nothing yet. */
function otherWords(note: string): string {
  try {
    const { pid, address } = JSON.parse(readFileSync(note, 'utf8')) as {
      pid?: unknown;
      address?: unknown;
    };
    const process = typeof pid === 'number' ? ` (process ${pid})` : '';
    return typeof address === 'string' ? ` at ${address}${process}` : process;
  } catch {
    return '';
  }
}

/**
 * Takes a data folder for this process. The lock is one of the operating system's, on a file of
 * SQLite's, so that it goes with the process however that ends; who has it is noted beside it.
 * Throws, with the other's address, when another process has the folder.
 */
export function ownFolder(folder: string): Owner {
  const note = path.join(folder, NOTE);
  const lock = new Database(path.join(folder, LOCK), { timeout: 0 } as never);
  try {
    lock.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    lock.close();
    if ((error as { code?: unknown }).code !== 'SQLITE_BUSY') throw error;
    throw new CaesuraError(
      'folder-taken',
      `The data folder ${folder} is in use by Caesura${otherWords(note)}.`,
      'Open that address, or start with another folder: CAESURA_DATA=… npm start',
    );
  }
  const write = (address: string | null) =>
    writeFileSync(note, `${JSON.stringify({ pid: process.pid, address })}\n`);
  write(null);
  return {
    isAt: write,
    release() {
      rmSync(note, { force: true });
      lock.exec('ROLLBACK');
      lock.close();
    },
  };
}
