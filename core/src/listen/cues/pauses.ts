import { samples, type Samples } from '../../time/index.ts';
import { FINE_RATE } from '../features/fine-level.ts';
import type { AudioFeatures } from '../features/audio-features.ts';

/** A stretch in which nothing sounds. */
export interface Pause {
  readonly start: Samples;
  /** Where it sounds again; exclusive. */
  readonly end: Samples;
  /** 1 for digital silence, less the nearer its level is to the limit. */
  readonly confidence: number;
}

/** Length of the windows whose level is taken, in milliseconds and in seconds. */
const CELLS = 5;
const WINDOW = CELLS / FINE_RATE;
/** Shortest pause, in seconds. */
const SHORTEST = 0.3;
/** Decibels under the loud windows of the piece at which it is taken for silent. */
const DEPTH = 46;
/** Level at which even a quiet piece sounds, of full scale. */
const FLOOR = 1e-4;

/** Root mean square of each window, the last one cut short by the end. */
function levelsOf(plain: Float32Array): Float64Array {
  return Float64Array.from({ length: Math.ceil(plain.length / CELLS) }, (_, k) => {
    const cells = plain.subarray(k * CELLS, (k + 1) * CELLS);
    return Math.sqrt(cells.reduce((sum, x) => sum + x, 0) / cells.length);
  });
}

/**
 * The pauses of a sound: at least 0.3 s in which every 5 ms stay 46 dB under the loud ones. Silence
 * before the first and after the last sound is no pause. The ends are where the level crosses the
 * limit, to 5 ms.
 */
export function pausesOf({ fine, sampleRate }: AudioFeatures): Pause[] {
  const levels = levelsOf(fine.plain);
  const loud = levels.toSorted()[Math.floor(levels.length * 0.95)] ?? 0;
  const limit = Math.max(FLOOR, loud * 10 ** (-DEPTH / 20));
  const at = (k: number) => samples(Math.round(k * WINDOW * sampleRate));
  const pauses: Pause[] = [];
  let last = -1;
  for (let k = 0; k < levels.length; k++) {
    if (levels[k]! <= limit) continue;
    if (last >= 0 && (k - last - 1) * WINDOW >= SHORTEST) {
      const between = levels.subarray(last + 1, k);
      const rest = between.reduce((sum, x) => sum + x, 0) / between.length;
      pauses.push({ start: at(last + 1), end: at(k), confidence: 1 - rest / limit });
    }
    last = k;
  }
  return pauses;
}
