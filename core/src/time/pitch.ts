import { toNumber, type Rational } from './rational.ts';

/** By how many semitones a sound changes that is played at a speed, its pitch not kept: 12·log₂ r. Backwards as forwards. */
export const semitonesOf = (speed: Rational): number => 12 * Math.log2(Math.abs(toNumber(speed)));
