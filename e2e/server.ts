import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { createInterface } from 'node:readline';

/** Root of the repository. */
export const ROOT = path.resolve(import.meta.dirname, '..');

/** A running server of the built application. */
export interface RunningServer {
  readonly address: string;
  readonly process: ChildProcess;
  /** Ends it, and removes the data folder unless it was given. */
  readonly stop: () => Promise<void>;
}

/**
 * Starts the built server, on any free port and an empty data folder unless told otherwise; the
 * demo is brought in.
 */
export async function startServer({
  data,
  port = '0',
}: { data?: string; port?: string } = {}): Promise<RunningServer> {
  const folder = data ?? mkdtempSync(path.join(tmpdir(), 'caesura-e2e-'));
  const child = spawn(process.execPath, [path.join(ROOT, 'server/dist/main.js')], {
    env: { ...process.env, CAESURA_ROOT: ROOT, CAESURA_DATA: folder, CAESURA_PORT: port },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  for await (const line of createInterface(child.stdout)) {
    const address = /http:\S+/.exec(line)?.[0];
    if (!address) continue;
    const stop = async () => {
      child.kill('SIGTERM');
      await once(child, 'exit');
      if (data === undefined) rmSync(folder, { recursive: true, force: true });
    };
    return { address, process: child, stop };
  }
  throw new Error('The server printed no address.');
}
