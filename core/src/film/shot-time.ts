import {
  constantCurve,
  distanceGone,
  framesGone,
  parseEasing,
  type Easing,
  type SpeedCurve,
} from '../curves/index.ts';
import type { Clip, Plan, Ramp, Shot } from '../plan/index.ts';
import { rational, sourceFrames, type SourceFrames, type GivenFrames } from '../time/index.ts';
import { sourceFrameAt, speedOf, strideOf } from './source.ts';

/**
 * Keys of a ramp on a shot of `length` frames, in order, counted from its start. Of keys on one
 * frame the earlier comes first.
 */
export const keysOn = (ramp: Ramp, length: GivenFrames): SpeedCurve =>
  ramp
    .map((key) => ({
      at: key.from === 'start' ? key.at : length + key.at,
      speed: rational(key.speed.num, key.speed.den),
      ease: parseEasing(key.ease),
    }))
    .sort((a, b) => a.at - b.at);

/** The ramp that a shot has, its own or that of its group; null when its speed is constant. */
export const rampOf = (plan: Pick<Plan, 'ramps'>, shot: Shot): Ramp | null =>
  shot.ramp ?? plan.ramps.find((group) => group.id === shot.rampOf)?.keys ?? null;

/** Whether an easing never goes beyond the values that it eases between. */
const staysBetween = (ease: Easing): boolean =>
  ease.kind === 'steps' ||
  (ease.kind === 'bezier'
    ? [ease.y1, ease.y2].every((y) => y >= 0 && y <= 1)
    : ease.stops.every(({ output }) => output >= 0 && output <= 1));

/** Whether a curve never goes backwards, so that its ends reach farthest. */
const goesForwards = (curve: SpeedCurve): boolean =>
  curve.every(({ speed, ease }) => speed.num >= 0 && staysBetween(ease));

/** The source frames from the lowest to the highest, both shown. */
export interface Reach {
  readonly lowest: SourceFrames;
  readonly highest: SourceFrames;
}

/** Which source frame is shown when, in one shot. */
export interface ShotTime {
  readonly curve: SpeedCurve;
  /**
   * Source frame shown `k` frames after the start of the shot, also before it and after its end;
   * may lie outside the file.
   */
  readonly at: (k: number) => SourceFrames;
  /** The same before it is rounded down to a whole source frame; near where areas are not exact. */
  readonly exact: (k: number) => number;
  /** What is shown from frame `from` up to but not including `to` of the shot. */
  readonly reach: (from: number, to: number) => Reach;
}

/** The time of a shot of `length` frames of the plan that shows a clip. */
export function shotTime(
  plan: Pick<Plan, 'ramps' | 'rate'>,
  shot: Shot,
  clip: Pick<Clip, 'rate'>,
  length: GivenFrames,
): ShotTime {
  const ramp = rampOf(plan, shot);
  if (!ramp) {
    const speed = speedOf(shot);
    const stride = strideOf(clip.rate, plan.rate, speed);
    const at = (k: number) => sourceFrameAt(k, shot.sourceIn, stride);
    return {
      curve: constantCurve(speed),
      at,
      exact: (k) => shot.sourceIn + (k * stride.num) / stride.den,
      reach: (from, to) => ({ lowest: at(from), highest: at(to - 1) }),
    };
  }
  const curve = keysOn(ramp, length);
  const stride = strideOf(clip.rate, plan.rate);
  const known = new Map<number, SourceFrames>();
  const at = (k: number): SourceFrames => {
    const found = known.get(k) ?? sourceFrames(shot.sourceIn + framesGone(curve, k, stride));
    known.set(k, found);
    return found;
  };
  const forwards = goesForwards(curve);
  const reach = (from: number, to: number): Reach => {
    if (forwards) return { lowest: at(from), highest: at(Math.max(from, to - 1)) };
    let [lowest, highest] = [at(from), at(from)];
    for (let k = from + 1; k < to; k++) {
      const frame = at(k);
      if (frame < lowest) lowest = frame;
      if (frame > highest) highest = frame;
    }
    return { lowest, highest };
  };
  const exact = (k: number) => shot.sourceIn + distanceGone(curve, k, stride);
  return { curve, at, exact, reach };
}
