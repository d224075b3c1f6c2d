import type { FrameRate } from './rate.ts';
import { divide, multiply, rational, round, type Rational } from './rational.ts';

/**
 * Frame position n of one rate as an exact position on another: n·from.den·to.num /
 * (from.num·to.den).
 */
export const positionAtRate = (n: number, from: FrameRate, to: FrameRate): Rational =>
  multiply(divide(rational(n), from), to);

/**
 * Frame position n of one rate at the nearest boundary of another (“keep the time”), halves up.
 * Convert starts and ends, never a length on its own: lengths converted alone leave gaps of a
 * frame.
 */
export const keepTime = (n: number, from: FrameRate, to: FrameRate): number =>
  round(positionAtRate(n, from, to));
