import { existsSync, mkdirSync, renameSync } from 'node:fs';
import path from 'node:path';
import { DATABASE_FILE } from '../database/open.ts';

/**
 * Moves the database of a data folder, with its log, into a folder of its own beside it, so that it
 * is never overwritten. Returns that folder; null when there is no database.
 */
export function setAside(dataFolder: string, now: Date = new Date()): string | null {
  const parts = ['', '-wal', '-shm'].map((more) => `${DATABASE_FILE}${more}`);
  const there = parts.filter((part) => existsSync(path.join(dataFolder, part)));
  if (there.length === 0) return null;
  const name = `set-aside-${now.toISOString().replaceAll(/[:.]/g, '-')}`;
  const folder = path.join(dataFolder, name);
  mkdirSync(folder);
  for (const part of there) renameSync(path.join(dataFolder, part), path.join(folder, part));
  return folder;
}
