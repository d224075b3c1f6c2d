import { toNumber, type Rational } from './rational.ts';

/**
 * By how many semitones a sound changes that is played `rate` times as fast, its pitch not kept:
 * 12·log₂ r. Backwards as forwards. Also the interval between two frequencies in the ratio `rate`.
 */
export const semitonesOfRate = (rate: number): number => 12 * Math.log2(Math.abs(rate));

/** The same for an exact speed. */
export const semitonesOf = (speed: Rational): number => semitonesOfRate(toNumber(speed));
