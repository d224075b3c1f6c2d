import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { diskError } from './disk-errors.ts';

/**
 * Makes a data folder where there is none, and writes a byte into it. Throws what is wrong with it
 * and the mend.
 */
export function makeFolder(folder: string): void {
  const probe = path.join(folder, `.writable-${process.pid}`);
  try {
    mkdirSync(folder, { recursive: true });
    writeFileSync(probe, '.');
    rmSync(probe);
  } catch (error) {
    throw diskError(error, `The data folder ${folder}`) ?? error;
  }
}
