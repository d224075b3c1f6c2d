import type { Plan } from '../plan/index.ts';
import { CaesuraError } from '../time/index.ts';
import { effectMends, lostMends } from './effect-mends.ts';
import { faultKey, type Fault, type FaultCode } from './fault.ts';
import { faultsOf } from './faults.ts';
import { handleMends, pictureMends, stillMends, windowMends } from './join-mends.ts';
import { NOTHING_KNOWN, type Known } from './known.ts';
import { rampMends, sourceMends } from './ramp-mends.ts';
import { sumMends } from './sum-faults.ts';
import type { Try } from './try.ts';

/** A change that does away with a fault. */
export interface Mend {
  readonly label: string;
  readonly plan: Plan;
}

const TRIES: Partial<Record<FaultCode, (plan: Plan, fault: Fault) => Try[]>> = {
  'source-ends': sourceMends,
  'outside-usable': sourceMends,
  'windows-overlap': windowMends,
  'odd-window': windowMends,
  'between-frames': windowMends,
  'handle-short': handleMends,
  'edge-shows': pictureMends,
  soft: pictureMends,
  'still-at-cut': stillMends,
  'speed-jump': rampMends,
  'slow-patch': rampMends,
  'crests-differ': rampMends,
  'frames-repeat': rampMends,
  'long-stride': rampMends,
  'effect-lost': lostMends,
  'effect-early': effectMends,
  'effect-long': effectMends,
  'effect-masked': effectMends,
  'effect-clips': effectMends,
  'sum-clips': sumMends,
  'riser-backwards': effectMends,
  'bed-fade': effectMends,
};

/** Kinds that are told again where a mend leaves something to be wished, and do not stand against it. */
const MILD: ReadonlySet<FaultCode> = new Set(['outside-usable']);

/**
 * The mends of a fault, each tried on the plan: kept are those after which the fault is gone and no other has come. Faults
 * that were there before may stay.
 */
export function mendsOf(plan: Plan, fault: Fault, known: Known = NOTHING_KNOWN): Mend[] {
  const before = new Set(faultsOf(plan, known).map(faultKey));
  const key = faultKey(fault);
  const kept: Mend[] = [];
  for (const { label, make } of TRIES[fault.code]?.(plan, fault) ?? []) {
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
