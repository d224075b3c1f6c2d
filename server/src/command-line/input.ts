import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { text } from 'node:stream/consumers';
import { readPlan, type Plan } from '@caesura/core/plan';
import { CaesuraError } from '@caesura/core/time';

/** The text of a file; “-” is standard input. */
export const readText = async (file: string): Promise<string> =>
  file === '-' ? text(process.stdin) : readFile(file, 'utf8');

/** The JSON of a file. Throws when it is none. */
export async function readJson(file: string): Promise<unknown> {
  const content = await readText(file);
  try {
    return JSON.parse(content) as unknown;
  } catch (error) {
    throw new CaesuraError(
      'bad-json',
      `“${path.basename(file)}” is not JSON: ${(error as Error).message}.`,
    );
  }
}

/** The plan of a file. Throws when it is none. */
export const readPlanFile = async (file: string): Promise<Plan> => readPlan(await readJson(file));

/** A result as JSON text. */
export const json = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`;

/** A command that is not used as it should be. */
export const misused = (message: string, mend = 'See npm run -s caesura -- --help'): CaesuraError =>
  new CaesuraError('bad-usage', message, mend);
