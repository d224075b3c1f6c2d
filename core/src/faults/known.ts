import type { Off } from '../footage/index.ts';
import type { Clip, Plan } from '../plan/index.ts';
import { sumFor, type MeasuredSum, type SumLevel } from '../sound/index.ts';

/** What was measured of a clip, frame by frame. */
export interface MeasuredMovement {
  /** Movement in units of what counts as still. */
  readonly movementAt: (frame: number) => number;
  /** Where the camera is beside its meant way; null where that is not known. */
  readonly offAt: ((frame: number) => Off) | null;
}

/** What was measured in files beside the plan, by which some faults are told. */
export interface Known {
  /** What was measured of a clip; null where it was not, or not yet. */
  readonly measuredOf: (clip: Clip) => MeasuredMovement | null;
  /** The sum of the sounds, as it was measured last. */
  readonly sum: MeasuredSum | null;
}

/** Nothing was measured: such faults are not told. */
export const NOTHING_KNOWN: Known = { measuredOf: () => null, sum: null };

/** The sum of a plan's sounds, if what was measured tells it. */
export const knownSum = (plan: Plan, { sum }: Pick<Known, 'sum'>): SumLevel | null =>
  sum && sumFor(plan, sum);
