import {
  floorOf,
  fraction,
  minus,
  ofRational,
  plus,
  reduced,
  times,
  toDouble,
  ZERO,
  type Fraction,
  type Rational,
  type GivenFrames,
} from '../time/index.ts';
import { areaTo } from './area.ts';
import { easedAt, type Easing } from './easing.ts';

/** A speed at an instant of a shot, and how it goes over to that of the next key. */
export interface SpeedKey {
  /** Frames of the film after the start of the shot; a whole number, before it when negative. */
  readonly at: number;
  /** Times normal; negative backwards, 0 for a held picture. */
  readonly speed: Rational;
  readonly ease: Easing;
}

/**
 * Speed over the time of a shot: keys in order, at least one. Before the first and after the last
 * the speed stays.
 */
export type SpeedCurve = readonly SpeedKey[];

/** A constant speed as a curve. */
export const constantCurve = (speed: Rational): SpeedCurve => [
  { at: 0, speed, ease: { kind: 'steps', count: 1, jump: 'end' } },
];

/** The speed at an instant, times normal. At a jump it is that after it. */
export function speedAt(curve: SpeedCurve, at: GivenFrames): number {
  const value = ({ num, den }: Rational) => num / den;
  const i = keyBefore(curve, at);
  if (i < 0) return value(curve[0]!.speed);
  const [key, next] = [curve[i]!, curve[i + 1]];
  if (!next) return value(key.speed);
  const [a, b] = [value(key.speed), value(next.speed)];
  return a + (b - a) * easedAt(key.ease, (at - key.at) / (next.at - key.at));
}

/** ∫ of the speed over the first `done` frames after a key, up to the next one. */
function afterKey(key: SpeedKey, next: SpeedKey | undefined, done: number): Fraction {
  const held = times(ofRational(key.speed), fraction(done));
  if (!next || next.at === key.at) return held;
  const rise = minus(ofRational(next.speed), ofRational(key.speed));
  if (rise.num === 0n) return held;
  const lasts = next.at - key.at;
  return plus(held, times(times(rise, fraction(lasts)), areaTo(key.ease, done, lasts)));
}

/** How far each key lies from the first; worked out once for a curve, of which all is asked. */
const known = new WeakMap<SpeedCurve, readonly Fraction[]>();

function atKeys(curve: SpeedCurve): readonly Fraction[] {
  const found = known.get(curve);
  if (found) return found;
  const sums: Fraction[] = [ZERO];
  for (let i = 1; i < curve.length; i++) {
    const [key, next] = [curve[i - 1]!, curve[i]!];
    // Else its terms would grow with every key.
    sums.push(reduced(plus(sums[i - 1]!, afterKey(key, next, next.at - key.at))));
  }
  known.set(curve, sums);
  return sums;
}

/** The last key at or before an instant, by halving; -1 before the first. */
function keyBefore(curve: SpeedCurve, at: number): number {
  let [low, high] = [-1, curve.length - 1];
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if (curve[middle]!.at <= at) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** ∫ of the speed from the first key to an instant. */
function fromFirst(curve: SpeedCurve, at: number): Fraction {
  const first = curve[0]!;
  if (at <= first.at) return times(ofRational(first.speed), fraction(at - first.at));
  const i = keyBefore(curve, at);
  const key = curve[i]!;
  return plus(atKeys(curve)[i]!, afterKey(key, curve[i + 1], at - key.at));
}

/**
 * How far the source has gone after `at` frames of a shot, in frames of the film at normal speed:
 * ∫₀^at v dt. Exact where speeds are constant or change along straight lines, and at keys; inside a
 * Bézier easing to twelve decimals.
 */
export const playedAt = (curve: SpeedCurve, at: GivenFrames): Fraction =>
  minus(fromFirst(curve, at), fromFirst(curve, 0));

/** Whether an instant lies inside an easing whose area is not exact. */
function isRounded(curve: SpeedCurve, at: number): boolean {
  const inside = (x: number) => {
    const i = curve.findLastIndex((key) => key.at < x);
    const [key, next] = [curve[i], curve[i + 1]];
    return key !== undefined && next !== undefined && x < next.at && key.ease.kind !== 'steps';
  };
  return inside(at) || inside(0);
}

/** Less than this short of a whole frame counts as that frame where the area was rounded. */
const SNAP: Fraction = fraction(1, 1_000_000_000);

/**
 * Whole source frames gone after `at` frames of a shot, ⌊∫v · stride⌋, `stride` source frames a
 * frame at normal speed.
 */
export function framesGone(curve: SpeedCurve, at: GivenFrames, stride: Rational): number {
  const gone = times(playedAt(curve, at), ofRational(stride));
  return floorOf(isRounded(curve, at) ? plus(gone, SNAP) : gone);
}

/** The same before rounding, for drawing and for limits. */
export const distanceGone = (curve: SpeedCurve, at: GivenFrames, stride: Rational): number =>
  toDouble(times(playedAt(curve, at), ofRational(stride)));
