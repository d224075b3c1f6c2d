import { rampOf } from '../film/shot-time.ts';
import { speedOf } from '../film/source.ts';
import type { Plan } from '../plan/index.ts';
import { altered, type SpeedChange } from './altered.ts';
import { keepRange, rangeShown, type Gives, type Kept } from './keep.ts';
import type { FilmedShot, Solved } from './solve.ts';
import { constantRamp } from './splice.ts';

/** A figure of the speeds of a shot that is to be another, and what gives way to it. */
export interface KeepAsked {
  readonly change: SpeedChange;
  readonly gives: Gives;
}

/** What can give way to each figure: not itself, and not all speeds where one of them is set. */
export const GIVING: Readonly<Record<SpeedChange['what'], readonly Gives[]>> = {
  crest: ['floor', 'ramp', 'length'],
  floor: ['crest', 'ramp', 'length'],
  ramp: ['crest', 'floor', 'speeds', 'length'],
  length: ['crest', 'floor', 'speeds', 'ramp'],
};

/**
 * Changes one figure of the speeds of a shot and keeps its first and its last source frame, by what
 * is to give way. No solution where the shot has no such figure, or that which gives way cannot do
 * it; then why, and the nearest.
 */
export function keepWith(
  plan: Pick<Plan, 'rate' | 'ramps'>,
  filmed: FilmedShot,
  { change, gives }: KeepAsked,
): Solved<Kept> {
  const { shot, length } = filmed;
  const none = (reason: string): Solved<Kept> => ({ found: null, reason, nearest: null });
  if (!GIVING[change.what].includes(gives))
    return none('What is set cannot give way as well: let another figure do it.');
  const made = altered(rampOf(plan, shot) ?? constantRamp(speedOf(shot)), length, change);
  if (typeof made === 'string') return none(made);
  const wanted = { ...filmed, shot: { ...shot, ramp: made.ramp }, length: made.length };
  return keepRange(plan, wanted, rangeShown(plan, filmed), gives);
}
