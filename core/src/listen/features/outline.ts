import { inCells } from './cells.ts';
import { Growing } from './growing.ts';
import type { Meter } from './meter.ts';

/** Steps of the drawn outline in a second of sound. */
export const OUTLINE_RATE = 100;

/**
 * The outline of a sound for drawing: for each hundredth of a second its peak, and the peak of its
 * low band, each 0–255. Laid out as [peak, low, peak, low, …].
 */
export type Outline = Uint8Array;

const LOW_BELOW_HZ = 150;

/**
 * Measures the outline of one channel; the low band is two one-pole low-passes at 150 Hz in a row.
 */
export function outlineMeter(sampleRate: number): Meter<Outline> {
  const outline = new Growing(new Uint8Array(2 * OUTLINE_RATE * 60));
  const smoothing = 1 - Math.exp((-2 * Math.PI * LOW_BELOW_HZ) / sampleRate);
  let [first, second, peak, low] = [0, 0, 0, 0];
  const cells = inCells(
    (step) => Math.floor((step * sampleRate) / OUTLINE_RATE),
    // Locals, since variables that outlive a call are slow to reach.
    (samples: Float32Array, from, to) => {
      let [a, b, highest, lowest] = [first, second, peak, low];
      for (let n = from; n < to; n++) {
        const x = samples[n]!;
        a += smoothing * (x - a);
        b += smoothing * (a - b);
        const size = x < 0 ? -x : x;
        const bass = b < 0 ? -b : b;
        if (size > highest) highest = size;
        if (bass > lowest) lowest = bass;
      }
      [first, second, peak, low] = [a, b, highest, lowest];
    },
    () => {
      outline.push(Math.round(255 * Math.min(1, peak)));
      outline.push(Math.round(255 * Math.min(1, low)));
      [peak, low] = [0, 0];
    },
  );
  return {
    take: cells.take,
    end() {
      cells.rest();
      return outline.all();
    },
  };
}
