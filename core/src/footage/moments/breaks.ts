import { sourceFrames } from '../../time/index.ts';
import { clamp } from '../../numbers/index.ts';
import type { Moment } from './moment.ts';
import { meanOf, peaksOf, spanOf } from './signals.ts';

/** Seconds before and after an instant over which activity is compared. */
const BESIDE = 0.08;
/** How much it must fall, and by what at least, in units of what is hardly seen; a full fall. */
const FALL = 2.5;
const LEAST = 3;
const FULL = 50;
/** Seconds beside a break of which so much of the fall is within. */
const AT_ONCE = 0.03;
const PART = 0.75;

/**
 * The frames at which all movement breaks off at once, each the first after the fall: an impact
 * where it was that of a subject; a camera that stops comes to rest. `all` is the activity of both.
 */
export function breaks(all: Float64Array, camera: Float64Array, rate: number): Moment[] {
  const beside = spanOf(BESIDE, rate, 2);
  const close = spanOf(AT_ONCE, rate, 1);
  const falls = Float64Array.from(all, (_, k) => {
    const [before, after] = [meanOf(all, k - beside, k), meanOf(all, k, k + beside)];
    const atOnce = meanOf(all, k - 1 - close, k - 1) - meanOf(all, k + 1, k + 1 + close);
    const falls = before > FALL * (after + 1) && before - after >= LEAST;
    return falls && atOnce > PART * (before - after) ? before - after : 0;
  });
  return peaksOf(falls, beside).map((k) => ({
    at: sourceFrames(k),
    kind: meanOf(camera, k - beside, k) > meanOf(all, k - beside, k) / 2 ? 'settle' : 'impact',
    strength: clamp(Math.sqrt(falls[k]! / FULL)),
    reason: 'movement breaks off at once',
  }));
}
