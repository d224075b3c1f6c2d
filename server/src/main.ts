import { CaesuraError } from '@caesura/core/time';
import type { FastifyInstance } from 'fastify';
import { buildApp } from './app.ts';
import { keyOf, reachedAt } from './guard/key.ts';
import { bareHost, isLoopback } from './guard/loopback.ts';
import { settingsFrom, type Settings } from './settings.ts';

/** Milliseconds after which the process ends, whatever is still open. */
const LONGEST_END = 4000;

/** What an error on listening means; null where it is another error. */
function listenError(error: unknown, { host, port }: Settings): CaesuraError | null {
  const other = `CAESURA_PORT=${port < 65_535 ? port + 1 : 4377} npm start`;
  switch ((error as NodeJS.ErrnoException).code) {
    case 'EADDRINUSE':
      return new CaesuraError(
        'port-taken',
        `Port ${port} is taken by another program.`,
        `End that program, or start with another port: ${other}`,
      );
    case 'EACCES':
      return new CaesuraError(
        'port-refused',
        `Port ${port} may not be used by this user.`,
        'Start with a port above 1023: CAESURA_PORT=4377 npm start',
      );
    case 'EADDRNOTAVAIL':
    case 'ENOTFOUND':
    case 'EAI_AGAIN':
    case 'EINVAL':
      return new CaesuraError(
        'bad-host',
        `There is no address ${host} on this machine.`,
        'Start without CAESURA_HOST to be reached from this machine alone, or with 0.0.0.0 to be reached from others.',
      );
    default:
      return null;
  }
}

/** Says where the server is, and who can reach it. */
function sayWhere({ host, data }: Settings, address: string): void {
  if (isLoopback(host)) {
    console.log(`Caesura is at ${address}`);
    return;
  }
  const places = reachedAt(host, Number(new URL(address).port));
  console.log(
    `Caesura is at ${places.map((place) => `${place}?key=${keyOf(data)}`).join(' and ')}
Other machines on its networks can reach it there, over plain HTTP; whoever has the key can read and change everything.`,
  );
}

function endOnSignals(app: FastifyInstance): void {
  const end = () => {
    setTimeout(() => process.exit(0), LONGEST_END).unref();
    void app.close().finally(() => process.exit(0));
  };
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, end);
}

/** Starts the server, prints its address, and ends cleanly on SIGINT and SIGTERM. */
async function main(): Promise<void> {
  const settings = settingsFrom(process.env);
  const app = await buildApp(settings, { log: true });
  endOnSignals(app);
  try {
    sayWhere(settings, await app.listen({ host: bareHost(settings.host), port: settings.port }));
  } catch (error) {
    await app.close();
    throw listenError(error, settings) ?? error;
  }
}

main().catch((error: unknown) => {
  if (error instanceof CaesuraError)
    console.error([error.message, error.mend].filter(Boolean).join(' '));
  else console.error(error);
  process.exitCode = 1;
});
