type Parted = Float32Array | Float64Array;

/** Takes samples in pieces of any length. */
export interface Cells<T> {
  take(samples: T): void;
  /** Closes the cell that the end cuts short, if one is begun. */
  rest(): void;
}

/**
 * Parts a stream of samples into cells, cell k up to sample `boundary(k + 1)`: `add` gets each part
 * of a cell as a range of the samples at hand, `close` is called when a cell is whole, with the
 * number of its samples.
 */
export function inCells<T extends Parted>(
  boundary: (cell: number) => number,
  add: (samples: T, from: number, to: number) => void,
  close: (count: number) => void,
): Cells<T> {
  let [at, cell, count] = [0, 0, 0];
  let end = boundary(1);
  const closeCell = (): void => {
    close(count);
    count = 0;
    end = boundary(++cell + 1);
  };
  return {
    take(samples) {
      for (let from = 0; from < samples.length;) {
        const to = Math.min(samples.length, from + end - at);
        add(samples, from, to);
        at += to - from;
        count += to - from;
        from = to;
        if (at === end) closeCell();
      }
    },
    rest() {
      if (count > 0) closeCell();
    },
  };
}
