import { readPlan, type Plan } from '@caesura/core/plan';
import { CaesuraError } from '@caesura/core/time';
import type { IncomingFile } from './incoming.ts';

/** The plan that a text is. Throws, with the mend, when it is none. */
export function planOfText({ text, name }: IncomingFile): Plan {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    throw new CaesuraError(
      'bad-plan',
      `“${name}” is not a plan: it is not JSON.`,
      'Choose a plan that was written in Hand-off, a file ending in .json.',
    );
  }
  return readPlan(json);
}
