import type { Filter } from './biquad.ts';
import { Growing } from './growing.ts';
import type { Meter } from './meter.ts';

/**
 * Measures the mean square of one channel after filters, in cells that start at `boundary(k)` samples. With `whole`, a
 * cell that the end cuts short is not counted.
 */
export function filteredPowerMeter(
  filters: readonly Filter[],
  boundary: (cell: number) => number,
  whole: boolean,
): Meter<Float64Array> {
  const powers = new Growing(new Float64Array(600));
  let [at, cell, sum, count] = [0, 0, 0, 0];
  let end = boundary(1);
  const close = (): void => {
    powers.push(sum / count);
    end = boundary(++cell + 1);
    [sum, count] = [0, 0];
  };
  return {
    take(samples) {
      const filtered = Float64Array.from(samples);
      for (const filter of filters) filter(filtered);
      for (let from = 0; from < filtered.length;) {
        const to = Math.min(filtered.length, from + end - at);
        let power = 0;
        for (let n = from; n < to; n++) power += filtered[n]! * filtered[n]!;
        sum += power;
        count += to - from;
        at += to - from;
        from = to;
        if (at === end) close();
      }
    },
    end() {
      if (count > 0 && !whole) close();
      return powers.all();
    },
  };
}
