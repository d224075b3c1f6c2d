import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { createInterface } from 'node:readline';

/** Root of the repository. */
export const ROOT = path.resolve(import.meta.dirname, '..');

/** A running server of the built application on a data folder of its own. */
export interface RunningServer {
  readonly address: string;
  readonly process: ChildProcess;
  readonly stop: () => Promise<void>;
}

/** Starts the built server on any free port with an empty data folder; the demo is brought in. */
export async function startServer(): Promise<RunningServer> {
  const data = mkdtempSync(path.join(tmpdir(), 'caesura-e2e-'));
  const child = spawn(process.execPath, [path.join(ROOT, 'server/dist/main.js')], {
    env: { ...process.env, CAESURA_ROOT: ROOT, CAESURA_DATA: data, CAESURA_PORT: '0' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  for await (const line of createInterface(child.stdout)) {
    const address = /http:\S+/.exec(line)?.[0];
    if (!address) continue;
    const stop = async () => {
      child.kill('SIGTERM');
      await once(child, 'exit');
      rmSync(data, { recursive: true, force: true });
    };
    return { address, process: child, stop };
  }
  throw new Error('The server printed no address.');
}
