import {
  ceil,
  compare,
  divide,
  frames,
  rational,
  toText,
  type FrameRate,
  type Frames,
  type Rational,
} from '../time/index.ts';
import type { Clip } from '../plan/index.ts';
import { slowestCleanSpeed, strideOf } from './source.ts';

/**
 * Constant speeds that are offered beside the slowest clean one, the fastest first; common
 * practice, no source.
 */
export const USUAL_SPEEDS: readonly Rational[] = [
  rational(2),
  rational(1),
  rational(3, 4),
  rational(1, 2),
  rational(2, 5),
  rational(1, 4),
];

/**
 * The usual speeds, the slowest clean one of a clip in a film of `planRate`, and others, the
 * fastest first.
 */
export function speedsFor(
  { rate }: Pick<Clip, 'rate'>,
  planRate: FrameRate,
  others: readonly Rational[] = [],
): Rational[] {
  const all = [...USUAL_SPEEDS, slowestCleanSpeed(rate, planRate), ...others];
  return [...new Map(all.map((s) => [toText(s), s])).values()].sort((a, b) => compare(b, a));
}

/** What a clip gives at a speed. */
export interface AtSpeed {
  /** Longest it can be in the film. */
  readonly length: Frames;
  /** How many of those frames show the same picture as the one before. */
  readonly repeats: Frames;
  /** Source frames from one frame of the film to the next, exact. */
  readonly stride: Rational;
}

/**
 * What the usable part of a clip gives in a film of `planRate` at a constant speed, 1 for as it was
 * filmed: with u source frames and a stride of s = speed·sourceRate/planRate it lasts ⌈u/s⌉ frames,
 * of which those beyond u repeat when s < 1.
 */
export function atSpeed(
  { rate, usable }: Pick<Clip, 'rate' | 'usable'>,
  planRate: FrameRate,
  speed: Rational,
): AtSpeed {
  const stride = strideOf(rate, planRate, speed);
  const there = usable.out - usable.in;
  const length = ceil(divide(rational(there), stride));
  return {
    length: frames(length),
    repeats: frames(compare(stride, rational(1)) < 0 ? length - there : 0),
    stride,
  };
}
