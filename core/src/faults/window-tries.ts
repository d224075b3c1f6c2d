import type { Film } from '../film/index.ts';
import type { JoinFacts } from '../joins/index.ts';
import { setWindow } from '../plan/edits/edit-joins.ts';
import type { Try } from './fault.ts';

/** Another window at a cut, if it is one: `words` say what is done, such as “Shorten”. */
export const windowTry = (
  { plan }: Film,
  { cut, before, after }: JoinFacts,
  [b, a]: readonly [before: number, after: number],
  words: string,
): Try[] =>
  b < 0 || a < 0 || b + a === 0 || (b === before && a === after)
    ? []
    : [{ label: `${words} to ${b} + ${a}`, make: () => setWindow(plan, cut, b, a) }];
