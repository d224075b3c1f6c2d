import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { FastifyInstance } from 'fastify';
import { buildApp } from '../app.ts';
import type { Settings } from '../settings.ts';

/** Root of the repository. */
export const ROOT = path.resolve(import.meta.dirname, '../../..');

/** A new empty folder, and its removal. */
export function temporaryFolder(): { folder: string; remove: () => void } {
  const folder = mkdtempSync(path.join(tmpdir(), 'caesura-'));
  return { folder, remove: () => rmSync(folder, { recursive: true, force: true }) };
}

/** Runs a task against a server on a new data folder; `root` without a demo unless given. */
export async function withServer(
  task: (app: FastifyInstance, settings: Settings) => Promise<void>,
  change: Partial<Settings> = {},
): Promise<void> {
  const { folder, remove } = temporaryFolder();
  const settings: Settings = {
    host: '127.0.0.1',
    port: 0,
    data: folder,
    root: folder,
    mediaLimit: 1_000_000,
    ...change,
  };
  const app = await buildApp(settings);
  try {
    await task(app, settings);
  } finally {
    await app.close();
    remove();
  }
}
