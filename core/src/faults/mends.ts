import { filmOf } from '../film/index.ts';
import type { Plan } from '../plan/index.ts';
import { CaesuraError } from '../time/index.ts';
import { faultKey } from './fault.ts';
import { faultsOf } from './faults.ts';
import { NOTHING_KNOWN, type Known } from './known.ts';
import { kindOf, type Fault, type FaultCode } from './registry.ts';

/** A change that does away with a fault. */
export interface Mend {
  readonly label: string;
  readonly plan: Plan;
}

/**
 * Kinds that are told again where a mend leaves something to be wished, and do not stand against
 * it.
 */
const MILD: ReadonlySet<FaultCode> = new Set(['outside-usable']);

/**
 * The mends of a fault, each tried on the plan: kept are those after which the fault is gone and no
 * other has come. Faults that were there before may stay. What a try leaves as it was is
 * remembered, so that only its surroundings are looked at again.
 */
export function mendsOf(plan: Plan, fault: Fault, known: Known = NOTHING_KNOWN): Mend[] {
  const before = new Set(faultsOf(plan, known).map(faultKey));
  const key = faultKey(fault);
  const kept: Mend[] = [];
  for (const { label, make } of kindOf(fault.code).mends(filmOf(plan), fault)) {
    if (kept.some((mend) => mend.label === label)) continue;
    try {
      const mended = make();
      const after = faultsOf(mended, known);
      const gone = !after.some((f) => faultKey(f) === key);
      const added = after.some((f) => !before.has(faultKey(f)) && !MILD.has(f.code));
      if (gone && !added) kept.push({ label, plan: mended });
    } catch (error) {
      if (!(error instanceof CaesuraError)) throw error;
    }
  }
  return kept;
}

/**
 * A plan with one of the mends of a fault made, by its label. Throws where there is no such mend
 * any more.
 */
export function mendedBy(plan: Plan, fault: Fault, label: string): Plan {
  const wanted = kindOf(fault.code)
    .mends(filmOf(plan), fault)
    .find((mend) => mend.label === label);
  if (!wanted)
    throw new CaesuraError('no-mend', `“${label}” cannot be done any more.`, 'Choose another.');
  return wanted.make();
}
