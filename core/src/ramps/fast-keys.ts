import type { Ramp, RampKey } from '../plan/index.ts';

/** Slowest and fastest that an answer is: stillness is an answer only to who asks for it. */
export const LEAST = 0.01;
export const MOST = 100;

/** The speed of a key, times normal. */
export const speedOfKey = ({ speed }: RampKey): number => speed.num / speed.den;

/**
 * Whether a key is one of the fast ones of its ramp: nearer to its fastest than to its slowest, in
 * equal ratios. Of a constant speed none is.
 */
export function fastKeys(ramp: Ramp): (key: RampKey) => boolean {
  // What stands says nothing of slow and fast.
  const all = ramp
    .filter((key) => speedOfKey(key) !== 0)
    .map((key) => Math.max(LEAST, Math.abs(speedOfKey(key))));
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const middle = Math.sqrt(low * high);
  return (key) => high > low * 1.001 && Math.abs(speedOfKey(key)) > middle;
}
