import { distanceGone, framesGone } from '../curves/index.ts';
import { strideOf } from '../film/source.ts';
import type { Plan } from '../plan/index.ts';
import type { ShotFacts } from '../film/shots.ts';
import {
  rational,
  sourceFrames,
  toNumber,
  type Rational,
  type SourceFrames,
} from '../time/index.ts';

/** A stretch of a shot at a constant speed. */
export interface SpeedStep {
  /** Frames after the start of the shot, [from, to). */
  readonly from: number;
  readonly to: number;
  readonly sourceIn: SourceFrames;
  readonly speed: Rational;
}

/** Parts of normal speed to which steps are rounded: a hundredth of a per cent. */
const PARTS = 10_000;

/**
 * A ramp as steps of constant speed, as few as keep every shown frame within one source frame of the curve. Each step
 * starts on the source frame that the curve shows there, so that no error is carried on; it lasts while one slope passes
 * within a source frame of all its frames (the cone between the two bounds). Of a constant speed it is one step.
 */
export function constantSteps(plan: Pick<Plan, 'rate' | 'ramps'>, facts: ShotFacts): SpeedStep[] {
  const { clip, time, length, sourceIn, speed, shot } = facts;
  if (!clip || !time) return [];
  const stride = strideOf(clip.rate, plan.rate);
  if (!shot.ramp && shot.rampOf === undefined) return [{ from: 0, to: length, sourceIn, speed }];
  const perFrame = toNumber(stride);
  const exactAt = (k: number) => distanceGone(time.curve, k, stride);
  const steps: SpeedStep[] = [];
  for (let from = 0; from < length;) {
    const start = framesGone(time.curve, from, stride);
    let [low, high, to] = [-Infinity, Infinity, from + 1];
    // Half a source frame less than one, for the rounding of both.
    const within = 0.49;
    for (let k = from + 1; k < length; k++) {
      const rise = exactAt(k) - start;
      const [least, most] = [(rise - within) / (k - from), (rise + within) / (k - from)];
      if (Math.max(low, least) > Math.min(high, most)) break;
      [low, high, to] = [Math.max(low, least), Math.min(high, most), k + 1];
    }
    const slope = to - from === 1 ? exactAt(from + 1) - start : (low + high) / 2;
    const parts = Math.round((slope / perFrame) * PARTS);
    steps.push({
      from,
      to,
      sourceIn: sourceFrames(sourceIn + start),
      speed: rational(parts, PARTS),
    });
    from = to;
  }
  return steps;
}
