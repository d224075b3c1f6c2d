import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import path from 'node:path';
import { createInterface } from 'node:readline';
import { text } from 'node:stream/consumers';
import { ROOT } from './server.ts';

type Environment = Readonly<Record<string, string>>;

function spawnServer(data: string, environment: Environment): ChildProcess {
  return spawn(process.execPath, ['--import', 'tsx', path.join(ROOT, 'server/src/main.ts')], {
    cwd: ROOT,
    env: {
      ...process.env,
      ...{ CAESURA_ROOT: data, CAESURA_DATA: data, CAESURA_PORT: '0', ...environment },
    },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
}

/** Starts the server as a process of its own and waits for the address it prints. */
export async function startProcess(
  data: string,
  environment: Environment = {},
): Promise<{ child: ChildProcess; address: string }> {
  const child = spawnServer(data, environment);
  child.stderr!.pipe(process.stderr);
  for await (const line of createInterface(child.stdout!)) {
    const address = /http:\S+/.exec(line)?.[0];
    if (address) return { child, address };
  }
  throw new Error('The server printed no address.');
}

/** Starts the server where it cannot start: the code it ends with, and what it says. */
export async function failedStart(
  data: string,
  environment: Environment = {},
): Promise<{ code: number | null; says: string }> {
  const child = spawnServer(data, environment);
  const [says, [code]] = await Promise.all([text(child.stderr!), once(child, 'exit')]);
  return { code: code as number | null, says };
}
