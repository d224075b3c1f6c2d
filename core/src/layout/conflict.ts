import type { Plan, Wishes } from '../plan/index.ts';
import { CaesuraError, finished } from '../time/index.ts';
import { limitsAsked, type Asked, type Limit } from './limits.ts';
import { bestInAnyOrder, type Breadth } from './optimise/free-order.ts';
import { bestInOrder } from './optimise/fixed-order.ts';
import { problemOf, usableClips, type FilmRange } from './problem-of.ts';

/** What can be done about a conflict. */
export interface Mend {
  readonly text: string;
  /** Whether it is enough by itself; when not, there is another conflict beside this one. */
  readonly enough: boolean;
  /** How much it loosens, in frames, times or speeds. */
  readonly by: number;
  /** The plan with the mend made, its wishes with it. */
  readonly plan: Plan;
}

/** Limits that together leave no layout, while without any one of them there is some. */
export interface Conflict {
  readonly limits: readonly string[];
  readonly mends: readonly Mend[];
}

/** Ways kept while looking whether there is any layout. */
const LOOKING: Breadth = { ways: 12, perClip: 2, distinct: true };

/** Whether there is a layout. A wish that cannot even be put as a problem has none. */
function possible({ plan, wishes }: Asked, range: FilmRange | undefined): boolean {
  if (usableClips(plan, wishes).length === 0) return false;
  try {
    const problem = problemOf(plan, wishes, () => null, range);
    if (wishes.order === 'kept') return bestInOrder(problem) !== null;
    return finished(bestInAnyOrder(problem, LOOKING)) !== null;
  } catch (error) {
    if (error instanceof CaesuraError) return false;
    throw error;
  }
}

/** The fewest steps by which one limit must be loosened, which by all of them is enough: by halving. */
function fewestSteps(limit: Limit, works: (by: number) => boolean): number {
  let [low, high] = [0, limit.steps];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (works(middle)) high = middle;
    else low = middle;
  }
  return high;
}

/**
 * Why a plan has no layout as wished: a smallest set of limits that conflict, found by leaving out one limit after the other
 * (the deletion filter of Chinneck and Dravnieks 1991), and by how much each must be loosened when the others stay. Yields
 * the part that is done. Null when there is a layout, or none even without all limits.
 */
export function* conflictOf(
  plan: Plan,
  wishes: Wishes = plan.wishes,
  range?: FilmRange,
): Generator<number, Conflict | null, void> {
  const asked: Asked = { plan, wishes };
  const limits = limitsAsked(asked);
  const without = (dropped: readonly Limit[]): Asked =>
    dropped.reduce((loose, limit) => limit.loosened(loose, limit.steps), asked);
  if (possible(asked, range) || !possible(without(limits), range)) return null;
  let dropped: Limit[] = [];
  const kept: Limit[] = [];
  for (const [i, limit] of limits.entries()) {
    yield (0.6 * i) / limits.length;
    if (possible(without([...dropped, limit]), range)) kept.push(limit);
    else dropped = [...dropped, limit];
  }
  const mends: Mend[] = [];
  for (const [i, limit] of kept.entries()) {
    yield 0.6 + (0.4 * i) / kept.length;
    const alone = (by: number) => limit.loosened(asked, by);
    const enough = possible(alone(limit.steps), range);
    const beside = (by: number) => (enough ? alone(by) : limit.loosened(without(dropped), by));
    const by = fewestSteps(limit, (n) => possible(beside(n), range));
    const mended = alone(by);
    mends.push({
      text: limit.mend(by),
      enough,
      by,
      plan: { ...mended.plan, wishes: mended.wishes },
    });
  }
  return { limits: kept.map((limit) => limit.says), mends };
}
