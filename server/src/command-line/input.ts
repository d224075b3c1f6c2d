import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { text } from 'node:stream/consumers';
import { readPlan, type Plan } from '@caesura/core/plan';
import { CaesuraError } from '@caesura/core/time';

/** The text of a file; “-” is standard input. */
export const readText = async (file: string): Promise<string> =>
  file === '-' ? text(process.stdin) : readFile(file, 'utf8');

/** A stretch of text in one line, without what cannot be shown. */
const shown = (content: string): string =>
  content
    .slice(0, 20)
    .replace(/[^\x20-\x7e]+/g, ' ')
    .trim();

/** Where a text of JSON is not understood, as far as the engine tells. */
function whereIn(content: string, { message }: Error): string {
  const at = /position (\d+)/.exec(message)?.[1];
  if (/end of JSON/.test(message) || Number(at) >= content.trimEnd().length)
    return ', and ends too early';
  return at ? `, and is not understood at position ${at}` : '';
}

/** The JSON of a file. Throws when it is none. */
export async function readJson(file: string): Promise<unknown> {
  const content = await readText(file);
  try {
    return JSON.parse(content) as unknown;
  } catch (error) {
    const name = file === '-' ? 'Standard input' : `“${path.basename(file)}”`;
    throw new CaesuraError(
      'bad-json',
      content.trim() === ''
        ? `${name} is empty.`
        : `${name} is not JSON: it begins with “${shown(content)}”${whereIn(content, error as Error)}.`,
      'Give a file of JSON as it was written, whole.',
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
