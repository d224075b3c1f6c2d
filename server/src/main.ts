import { CaesuraError } from '@caesura/core/time';
import { buildApp } from './app.ts';
import { settingsFrom } from './settings.ts';

/** Starts the server, prints its address, and ends cleanly on SIGINT and SIGTERM. */
async function main(): Promise<void> {
  const settings = settingsFrom(process.env);
  const app = await buildApp(settings, { log: true });
  for (const signal of ['SIGINT', 'SIGTERM'] as const)
    process.once(signal, () => void app.close().finally(() => process.exit(0)));
  try {
    console.log(`Caesura is at ${await app.listen({ host: settings.host, port: settings.port })}`);
  } catch (error) {
    await app.close();
    if ((error as NodeJS.ErrnoException).code !== 'EADDRINUSE') throw error;
    throw new CaesuraError(
      'port-taken',
      `Port ${settings.port} is taken by another program.`,
      `End that program, or start with another port: CAESURA_PORT=${settings.port + 1} npm start`,
    );
  }
}

main().catch((error: unknown) => {
  if (error instanceof CaesuraError)
    console.error([error.message, error.mend].filter(Boolean).join(' '));
  else console.error(error);
  process.exitCode = 1;
});
