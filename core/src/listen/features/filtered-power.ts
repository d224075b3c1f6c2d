import { inCells } from './cells.ts';
import type { Filter } from './biquad.ts';
import { Growing } from './growing.ts';
import type { Meter } from './meter.ts';

/**
 * Measures the mean square of one channel after filters, in cells that start at `boundary(k)`
 * samples. With `whole`, a cell that the end cuts short is not counted.
 */
export function filteredPowerMeter(
  filters: readonly Filter[],
  boundary: (cell: number) => number,
  whole: boolean,
): Meter<Float64Array> {
  const powers = new Growing(new Float64Array(600));
  let sum = 0;
  let room = new Float64Array(0);
  const cells = inCells(
    boundary,
    (samples: Float64Array, from, to) => {
      let power = 0;
      for (let n = from; n < to; n++) power += samples[n]! * samples[n]!;
      sum += power;
    },
    (count) => {
      powers.push(sum / count);
      sum = 0;
    },
  );
  return {
    take(samples) {
      if (room.length < samples.length) room = new Float64Array(samples.length);
      const filtered = room.subarray(0, samples.length);
      filtered.set(samples);
      for (const filter of filters) filter(filtered);
      cells.take(filtered);
    },
    end() {
      if (!whole) cells.rest();
      return powers.all();
    },
  };
}
