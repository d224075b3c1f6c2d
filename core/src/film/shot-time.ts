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

/** Whether a curve goes backwards all the way. */
const goesBackwards = (curve: SpeedCurve): boolean =>
  curve.every(({ speed, ease }) => speed.num <= 0 && staysBetween(ease)) &&
  curve.some(({ speed }) => speed.num < 0);

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
  /**
   * The place in the source, in frames of it, at which frame `k` begins; near where areas are not
   * exact. A shot that goes backwards begins at the end of the frame that it shows first.
   */
  readonly exact: (k: number) => number;
  /** Whether it goes backwards all the way, so that what is shown is the frame before the place. */
  readonly backwards: boolean;
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
    const backwards = stride.num < 0;
    const begins = shot.sourceIn + Number(backwards);
    return {
      ...{ curve: constantCurve(speed), at, backwards },
      exact: (k) => begins + (k * stride.num) / stride.den,
      reach: (from, to) =>
        backwards
          ? { lowest: at(to - 1), highest: at(from) }
          : { lowest: at(from), highest: at(to - 1) },
    };
  }
  const curve = keysOn(ramp, length);
  const stride = strideOf(clip.rate, plan.rate);
  const backwards = goesBackwards(curve);
  // Backwards each frame is gone through from its end: what is gone is counted in whole frames.
  const turned = curve.map((key) => ({ ...key, speed: rational(-key.speed.num, key.speed.den) }));
  const gone = (k: number) =>
    backwards ? -framesGone(turned, k, stride) : framesGone(curve, k, stride);
  const known = new Map<number, SourceFrames>();
  const at = (k: number): SourceFrames => {
    const found = known.get(k) ?? sourceFrames(shot.sourceIn + gone(k));
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
  const begins = shot.sourceIn + Number(backwards);
  const exact = (k: number) => begins + distanceGone(curve, k, stride);
  return { curve, at, exact, backwards, reach };
}
