import { feasible } from './optimise/feasible.ts';
import type { Plan, Wishes } from '../plan/index.ts';
import { CaesuraError, finished } from '../time/index.ts';
import { limitsAsked, type Asked, type Limit } from './limits.ts';
import type { Breadth } from './optimise/breadth.ts';
import { bestInAnyOrder } from './optimise/free-order.ts';
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
  /**
   * Whether that was shown by an exact search; else it is only what a search of some breadth has
   * not found.
   */
  readonly certain: boolean;
}

/** Ways kept while looking whether there is any layout, where an exact search would be too long. */
const LOOKING: Breadth = { ways: 12, perClip: 2, distinct: true };

/**
 * Whether there is a layout, and whether that is certain. A wish that cannot even be put as a
 * problem has none.
 */
interface Possible {
  readonly possible: boolean;
  readonly certain: boolean;
}

function isPossible({ plan, wishes }: Asked, range: FilmRange | undefined): Possible {
  const sure = (possible: boolean): Possible => ({ possible, certain: true });
  if (usableClips(plan, wishes).length === 0) return sure(false);
  try {
    const problem = { ...problemOf(plan, wishes, () => null, range), near: false };
    const kept = wishes.order === 'kept';
    const known = feasible(problem, kept);
    if (known !== 'unknown') return sure(known !== 'none');
    // A layout that is found is one; only that none is found is not certain.
    const found = kept ? bestInOrder(problem) : finished(bestInAnyOrder(problem, LOOKING));
    return { possible: found !== null, certain: kept || found !== null };
  } catch (error) {
    if (error instanceof CaesuraError) return sure(false);
    throw error;
  }
}

/**
 * The fewest steps by which one limit must be loosened, which by all of them is enough: by halving.
 */
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
 * Why a plan has no layout as wished: a smallest set of limits that conflict, found by leaving out
 * one limit after the other (the deletion filter of Chinneck and Dravnieks 1991), and by how much
 * each must be loosened when the others stay. Looser limits may offer other cuts, so what was kept
 * is looked at again until it stays. Yields the part that is done. Null when there is a layout, or
 * none even without all limits.
 */
export function* conflictOf(
  plan: Plan,
  wishes: Wishes = plan.wishes,
  range?: FilmRange,
): Generator<number, Conflict | null, void> {
  const asked: Asked = { plan, wishes };
  const limits = limitsAsked(asked);
  let certain = true;
  const possible = (tried: Asked): boolean => {
    const answer = isPossible(tried, range);
    certain &&= answer.certain;
    return answer.possible;
  };
  const without = (dropped: readonly Limit[]): Asked =>
    dropped.reduce((loose, limit) => limit.loosened(loose, limit.steps), asked);
  if (possible(asked) || !possible(without(limits))) return null;
  let dropped: Limit[] = [];
  let kept: readonly Limit[] = limits;
  for (let round = 0, before = Infinity; kept.length < before; round++) {
    before = kept.length;
    for (const [i, limit] of kept.entries()) {
      yield round === 0 ? (0.5 * i) / kept.length : 0.5 + (0.1 * i) / kept.length;
      if (!possible(without([...dropped, limit]))) dropped = [...dropped, limit];
    }
    kept = kept.filter((limit) => !dropped.includes(limit));
  }
  if (kept.length === 0) return null;
  const mends: Mend[] = [];
  for (const [i, limit] of kept.entries()) {
    yield 0.6 + (0.4 * i) / kept.length;
    const alone = (by: number) => limit.loosened(asked, by);
    const enough = possible(alone(limit.steps));
    const beside = (by: number) => (enough ? alone(by) : limit.loosened(without(dropped), by));
    const by = fewestSteps(limit, (n) => possible(beside(n)));
    const mended = alone(by);
    mends.push({
      text: limit.mend(by),
      enough,
      by,
      plan: { ...mended.plan, wishes: mended.wishes },
    });
  }
  return { limits: kept.map((limit) => limit.says), mends, certain };
}
