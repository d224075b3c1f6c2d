import {
  ceil,
  compare,
  divide,
  frames,
  multiply,
  rational,
  type FrameRate,
  type Frames,
  type Rational,
} from '../time/index.ts';
import type { Clip } from './clip-schema.ts';

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
 * What the usable part of a clip gives in a film of `planRate` at a constant speed, 1 for as it was filmed: with u source
 * frames and a stride of s = speed·sourceRate/planRate it lasts ⌈u/s⌉ frames, of which those beyond u repeat when s < 1.
 */
export function atSpeed(
  { rate, usable }: Pick<Clip, 'rate' | 'usable'>,
  planRate: FrameRate,
  speed: Rational,
): AtSpeed {
  const stride = divide(multiply(speed, rate), planRate);
  const there = usable.out - usable.in;
  const length = ceil(divide(rational(there), stride));
  return { length: frames(length), repeats: frames(compare(stride, rational(1)) < 0 ? length - there : 0), stride };
}
