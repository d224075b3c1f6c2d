import { sourceFrames } from '../../time/index.ts';
import { clamp } from '../../numbers/index.ts';
import type { Moment } from './moment.ts';
import { meanOf, spanOf, type Signals } from './signals.ts';

/**
 * Seconds on either side in which there must be more movement, and how much less there is at it.
 */
const REACH = 0.5;
const PART = 0.2;
/**
 * Movement on both sides, in units of what is hardly seen, from which it is one, and a full one.
 */
const LEAST = 0.8;
const FULL = 40;
const SOFT = 0.4;
/** Seconds on either side in which it is not followed, and widths a second from which it is. */
const ABOUT = 0.25;
const FOLLOWED = 0.02;
/** Speed of the camera from which it is not held still, in widths a second. */
const HELD = 0.004;
/** Part of a lull's movement that is more than the slowest. */
const FLAT = 0.1;

/**
 * Lulls: what moves, by too little to be followed, all but stops for an instant and goes on, as a
 * pendulum does where it turns. In the middle of the slow frames.
 */
export function lulls(all: Float64Array, { subject, cameraSpeed, rate }: Signals): Moment[] {
  const [reach, about] = [spanOf(REACH, rate, 3), spanOf(ABOUT, rate, 3)];
  const smooth = Float64Array.from(all, (_, k) => meanOf(all, k - 1, k + 2));
  const fastest = (from: number, to: number) =>
    smooth.subarray(Math.max(0, from), to).reduce((a, x) => Math.max(a, x), 0);
  return Array.from(smooth).flatMap((slow, k): Moment[] => {
    if (k < reach / 2 || k >= smooth.length - reach / 2 || smooth[k - 1] === slow) return [];
    const near = smooth.subarray(Math.max(0, k - reach), k + reach + 1);
    if (near.some((x) => x < slow)) return [];
    const sides = Math.min(fastest(k - reach, k), fastest(k + 1, k + reach + 1));
    if (sides < LEAST || slow > PART * sides) return [];
    // What can be followed turns where its way does; a camera in a hand sways.
    const followed = (i: number) =>
      Math.max(Math.abs(subject.x[i]!), Math.abs(subject.y[i]!)) > FOLLOWED ||
      cameraSpeed[i]! > HELD;
    for (let i = Math.max(0, k - about); i <= Math.min(all.length - 1, k + about); i++)
      if (followed(i)) return [];
    const low = slow + FLAT * (sides - slow);
    let [from, to] = [k, k];
    while (from > k - reach && smooth[from - 1]! <= low) from--;
    while (to < k + reach && smooth[to + 1]! <= low) to++;
    return [
      {
        at: sourceFrames(Math.round((from + to) / 2)),
        kind: 'turn',
        strength: clamp((sides / FULL) ** SOFT),
        reason: 'what moves all but stops for an instant and goes on',
      },
    ];
  });
}
