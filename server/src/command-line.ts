import { CaesuraError } from '@caesura/core/time';
import { run } from './command-line/verbs.ts';

/**
 * The command line: the result on standard output, or the error in one form on standard error and
 * exit code 1.
 */
try {
  process.stdout.write(await run(process.argv.slice(2)));
} catch (error) {
  if (!(error instanceof CaesuraError)) throw error;
  const { code, message, mend } = error;
  process.stderr.write(`${JSON.stringify({ error: { code, message, mend } })}\n`);
  process.exitCode = 1;
}
