import { peakAround } from '../../numbers/index.ts';
import type { Evidence } from './evidence.ts';

/** Beats up to which repetition is looked for. */
const LONGEST_LAG = 16;
/** Parts of a beat whose attacks are compared. */
const PARTS = 4;
/** Added to strengths before their logarithm, so that nothing is not infinitely weak. */
const GROUND = 0.3;

/** Values moved and scaled to mean 0 and deviation 1. */
export function standardised(values: readonly number[]): number[] {
  const mean = values.reduce((a, x) => a + x, 0) / values.length;
  const deviation =
    Math.sqrt(values.reduce((a, x) => a + (x - mean) ** 2, 0) / values.length) + 1e-9;
  return values.map((x) => (x - mean) / deviation);
}

/**
 * How much the attacks of one beat resemble those of the beat `lag` later, −1 to 1, for each lag up
 * to 16; at index 0 nothing. A beat's attacks are those in bass, treble and of notes on each of its
 * quarters.
 */
function likeness(beatFrames: readonly number[], white: Evidence['white']): number[] {
  const columns = [white.low, white.high, white.notes].flatMap((curve) =>
    Array.from({ length: PARTS }, (_, part) =>
      standardised(
        beatFrames.map((frame, i) => {
          const length =
            i + 1 < beatFrames.length ? beatFrames[i + 1]! - frame : frame - beatFrames[i - 1]!;
          return Math.log(
            GROUND + peakAround(curve, Math.round(frame + (length * part) / PARTS), 2),
          );
        }),
      ),
    ),
  );
  return Array.from({ length: LONGEST_LAG + 1 }, (_, lag) => {
    if (lag === 0 || lag >= beatFrames.length) return 0;
    let sum = 0;
    for (const column of columns)
      for (let i = 0; i + lag < column.length; i++) sum += column[i]! * column[i + lag]!;
    return sum / columns.length / (beatFrames.length - lag);
  });
}

const mean = (values: readonly number[]): number =>
  values.length === 0 ? 0 : values.reduce((a, x) => a + x, 0) / values.length;

/**
 * How much the music repeats itself every `metre` beats more than at other distances, for metres 2
 * to 7 at their index: about 0 where it does not. `white` are whitened strengths.
 */
export function repetition(beatFrames: readonly number[], white: Evidence['white']): number[] {
  const alike = likeness(beatFrames, white);
  const lags = alike.map((_, lag) => lag).slice(1);
  return Array.from({ length: 8 }, (_, metre) =>
    metre < 2
      ? 0
      : mean(lags.filter((l) => l % metre === 0).map((l) => alike[l]!)) -
        mean(lags.filter((l) => l % metre !== 0).map((l) => alike[l]!)),
  );
}
