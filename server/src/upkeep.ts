import path from 'node:path';
import { CaesuraError } from '@caesura/core/time';
import { settingsFrom } from './settings.ts';
import { backUp } from './upkeep/backup.ts';
import { rescue } from './upkeep/rescue.ts';
import { restore } from './upkeep/restore.ts';

/** The file that a verb needs. */
function fileOf(verb: string, file: string | undefined): string {
  if (file !== undefined) return path.resolve(file);
  throw new CaesuraError(
    'no-file',
    'No file is named.',
    `npm run ${verb} ${verb === 'backup' ? 'FILE.tar: one that is not there yet' : 'FILE.tar: one that “npm run backup” wrote'}.`,
  );
}

async function run([verb = '', file]: readonly string[]): Promise<string> {
  const { data } = settingsFrom(process.env);
  switch (verb) {
    case 'backup':
      return backUp(data, fileOf(verb, file));
    case 'restore':
      return restore(data, fileOf(verb, file));
    case 'rescue':
      return rescue(data);
    default:
      throw new CaesuraError('no-verb', `There is no work “${verb}”.`, 'backup, restore, rescue.');
  }
}

/** Work on a data folder: what was done on standard output, or one sentence and exit code 1. */
try {
  console.log(await run(process.argv.slice(2)));
} catch (error) {
  if (!(error instanceof CaesuraError)) throw error;
  console.error([error.message, error.mend].filter(Boolean).join(' '));
  process.exitCode = 1;
}
