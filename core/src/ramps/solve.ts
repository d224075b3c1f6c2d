import type { LandedMoment } from '../film/landed-moment.ts';
import { playedAt } from '../curves/index.ts';
import { keysOn, shotTime } from '../film/shot-time.ts';
import type { Clip, Plan, Ramp, Shot } from '../plan/index.ts';
import {
  compare,
  fraction,
  minus,
  ofRational,
  over,
  percent,
  rational,
  roundOf,
  sourceFrames,
  times,
  toDouble,
  toNumber,
  type Fraction,
  type Rational,
  type SourceFrames,
  type GivenFrames,
  type GivenSourceFrames,
} from '../time/index.ts';

/** What was looked for, or why it is not to be had and the nearest that is. */
export type Solved<T> =
  | { readonly found: T; readonly reason: null }
  | { readonly found: null; readonly reason: string; readonly nearest: T | null };

/** A shot that shows a clip for so many frames. */
export interface FilmedShot {
  readonly shot: Shot;
  readonly clip: Clip;
  readonly length: number;
}

const found = <T>(value: T): Solved<T> => ({ found: value, reason: null });

/** Speeds that a key may have, and the finest step between them: a hundredth of a per cent. */
const MOST = rational(100);
const STEP = 10_000;

/** A fraction to the step between two speeds. */
const toStep = (a: Fraction): Rational => rational(roundOf(times(a, fraction(STEP))), STEP);

/**
 * The source in at which a moment falls on a frame of a shot whose speeds stay: in = moment − ⌊∫v⌋
 * up to that frame. No solution where the file does not reach from there over the whole shot; then
 * the nearest that it does.
 */
export function sourceInFor(
  plan: Pick<Plan, 'rate' | 'ramps'>,
  { shot, clip, length }: FilmedShot,
  { moment, after }: LandedMoment,
): Solved<SourceFrames> {
  const time = shotTime(plan, { ...shot, sourceIn: sourceFrames(0) }, clip, length);
  const wanted = moment - time.at(after);
  const { lowest, highest } = time.reach(0, length);
  const [least, most] = [-lowest, clip.frames - 1 - highest];
  if (least > most)
    return {
      found: null,
      reason: `The shot shows ${highest - lowest + 1} source frames and the clip has ${clip.frames}.`,
      nearest: null,
    };
  if (wanted < least || wanted > most) {
    const kept = Math.min(most, Math.max(least, wanted));
    const off = kept - wanted;
    return {
      found: null,
      reason: `The moment would fall ${Math.abs(off)} source frames ${off > 0 ? 'late' : 'early'}: the clip ${wanted < least ? 'starts' : 'ends'} there.`,
      nearest: sourceFrames(kept),
    };
  }
  return found(sourceFrames(wanted));
}

/** A ramp of which one speed or length is to be found, given that. */
type Family = (value: Rational) => Ramp;

/** How far the source goes over a shot with a ramp, in source frames, before rounding. */
const goneOver = (ramp: Ramp, length: number, stride: Rational): Fraction =>
  times(playedAt(keysOn(ramp, length), length), ofRational(stride));

/**
 * The speed at which a ramp goes through so many source frames over a shot of `length` frames: what
 * it goes through is a straight line in any one speed, so two ramps give it. Exact to a hundredth
 * of a per cent, of which the one is chosen that ends nearest to the source frame wanted. `stride`:
 * source frames a frame of the film at normal speed.
 */
export function speedFor(
  family: Family,
  length: GivenFrames,
  stride: Rational,
  wanted: GivenSourceFrames,
): Solved<{ readonly speed: Rational; readonly ramp: Ramp; readonly off: number }> {
  const [none, one] = [
    goneOver(family(rational(0)), length, stride),
    goneOver(family(rational(1)), length, stride),
  ];
  const slope = minus(one, none);
  const solution = (speed: Rational) => {
    const ramp = family(speed);
    return { speed, ramp, off: toDouble(minus(goneOver(ramp, length, stride), fraction(wanted))) };
  };
  if (slope.num === 0n)
    return {
      found: null,
      reason: 'That speed has no part of this shot, so no value of it helps.',
      nearest: null,
    };
  const speed = toStep(over(minus(fraction(wanted), none), slope));
  if (compare(speed, rational(0)) < 0)
    return {
      found: null,
      reason: `Even at 0 % it goes through ${Math.ceil(toDouble(none))} source frames, more than the ${wanted} wanted.`,
      nearest: solution(rational(0)),
    };
  if (compare(speed, MOST) > 0)
    return {
      found: null,
      reason: `It would take ${percent(toNumber(speed))}, and the most is ${percent(toNumber(MOST))}.`,
      nearest: solution(MOST),
    };
  return found(solution(speed));
}

/**
 * The ramp length with which a ramp goes through so many source frames over a shot: of whole
 * lengths the one that ends nearest. No solution where none ends within the steps beside it; then
 * the nearest.
 */
export function rampLengthFor(
  family: (length: number) => Ramp,
  shotLength: GivenFrames,
  stride: Rational,
  wanted: GivenSourceFrames,
): Solved<{ readonly length: number; readonly ramp: Ramp; readonly off: number }> {
  const tried = Array.from({ length: shotLength }, (_, i) => {
    const ramp = family(i + 1);
    return {
      length: i + 1,
      ramp,
      off: toDouble(minus(goneOver(ramp, shotLength, stride), fraction(wanted))),
    };
  });
  if (tried.length === 0) return { found: null, reason: 'The shot has no frames.', nearest: null };
  const best = tried.reduce((a, b) => (Math.abs(b.off) < Math.abs(a.off) ? b : a));
  const signs = new Set(tried.map(({ off }) => Math.sign(off)));
  if (Math.abs(best.off) < 1 || signs.size > 1) return found(best);
  const more = best.off > 0;
  return {
    found: null,
    reason: `With any ramp up to ${shotLength} frames it goes through ${Math.abs(Math.round(best.off))} source frames too ${more ? 'many' : 'few'}: change the crest or the floor.`,
    nearest: best,
  };
}
