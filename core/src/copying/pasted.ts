import { changeRate } from '../plan/edits/index.ts';
import { isSameJson, type Plan } from '../plan/index.ts';
import { CaesuraError, compare } from '../time/index.ts';
import type { Copied, CopiedKind } from './copied.ts';

/** The small plan of a copy at the rate of a plan. Throws when it holds something else. */
export function copiedFor(plan: Plan, copied: Copied, kind: CopiedKind): Plan {
  if (copied.kind !== kind)
    throw new CaesuraError(
      'other-copy',
      `What was copied is ${copied.kind}, not ${kind}.`,
      'Copy again.',
    );
  return compare(copied.plan.rate, plan.rate) === 0
    ? copied.plan
    : changeRate(copied.plan, plan.rate);
}

/** Whether a plan has the same as a copy under an id, so that it can be followed there too. */
export const isKnown = <T extends { readonly id: string }>(
  id: string | undefined,
  here: readonly T[],
  there: readonly T[],
): boolean => {
  const [one, other] = [here, there].map((all) => all.find((each) => each.id === id));
  return one !== undefined && other !== undefined && isSameJson(one, other);
};
