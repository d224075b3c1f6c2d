import { changeRate } from '../plan/edits/index.ts';
import { isSameJson, type Plan } from '../plan/index.ts';
import { CaesuraError, compare, inWords } from '../time/index.ts';
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

/** Throws when no place is meant for what was copied, each of which is a cut or a shot. */
export function checkPlaces(what: string, kind: 'cut' | 'shot', places: readonly unknown[]): void {
  if (places.length === 0)
    throw new CaesuraError(
      'nothing-chosen',
      `${what} copied, and no ${kind} is chosen to put ${what.endsWith('were') ? 'them' : 'it'} on.`,
      `Choose a ${kind}, then paste again.`,
    );
}

/**
 * The ids that things of a copy have in a plan. Throws with the names of those that it does not
 * have, and the mend.
 */
export function idsIn<T extends { readonly id: string; readonly name: string }>(
  copied: readonly T[],
  find: (one: T) => T | undefined,
  mend: string,
): ReadonlyMap<string, string> {
  const found = copied.map((one) => ({ one, here: find(one) }));
  const missing = found.flatMap(({ one, here }) => (here ? [] : [`“${one.name}”`]));
  if (missing.length > 0)
    throw new CaesuraError('not-here', `This plan does not have ${inWords(missing)}.`, mend);
  return new Map(found.map(({ one, here }) => [one.id, here!.id]));
}
