import { playedAt } from '../curves/index.ts';
import { keysOn } from '../film/shot-time.ts';
import type { Ramp, RampKey } from '../plan/index.ts';
import {
  floorOf,
  fraction,
  minus,
  over,
  plus,
  rational,
  times,
  toDouble,
  type Fraction,
} from '../time/index.ts';
import { SPEED_PARTS } from './splice.ts';

/** Source frames gone up to a frame of a shot, before rounding. */
export const goneAt = (ramp: Ramp, length: number, at: number, stride: Fraction): Fraction =>
  times(playedAt(keysOn(ramp, length), at), stride);

/**
 * A ramp of which some keys are faster or slower by one factor, so that the last frame of its shot
 * shows a source frame: what it goes through is a straight line in the factor. Speeds are to a
 * hundredth of a per cent; of the factors beside the one found the first that meets the frame is
 * taken.
 */
export function scaledTo(
  ramp: Ramp,
  length: number,
  stride: Fraction,
  { goes, scaled }: { readonly goes: number; readonly scaled: (key: RampKey) => boolean },
): { readonly ramp: Ramp; readonly off: number } | null {
  const family = (factor: number, parts: number): Ramp =>
    ramp.map((key) => {
      const { num, den } = rational(
        Math.round((key.speed.num / key.speed.den) * factor * parts),
        parts,
      );
      return scaled(key) ? { ...key, speed: { num, den } } : key;
    });
  const exact = (factor: 0 | 1): Fraction =>
    goneAt(
      ramp.map((key) =>
        scaled(key) && factor === 0 ? { ...key, speed: { num: 0, den: 1 } } : key,
      ),
      length,
      length - 1,
      stride,
    );
  const [none, one] = [exact(0), exact(1)];
  const slope = minus(one, none);
  if (slope.num === 0n) return null;
  const wanted = plus(fraction(goes), fraction(1, 2));
  const factor = toDouble(over(minus(wanted, none), slope));
  const shows = (made: Ramp) => floorOf(goneAt(made, length, length - 1, stride));
  // A long shot needs speeds finer than a hundredth of a per cent.
  const tried = [SPEED_PARTS, 10 * SPEED_PARTS].flatMap((parts) =>
    [0, 1, -1, 2, -2, 4, -4].map((by) => {
      const made = family(factor * (1 + by * 2e-5), parts);
      return { ramp: made, off: shows(made) - goes };
    }),
  );
  return tried.find(({ off }) => off === 0) ?? tried[0]!;
}
