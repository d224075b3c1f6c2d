import { addResampled } from './resample.ts';

/** Changes the rate of a sound that comes piece by piece. */
export interface StreamResampler {
  /** The samples at the new rate that the pieces so far decide, all channels alike. */
  readonly take: (planes: readonly Float32Array[]) => Float32Array[];
  /** The rest. */
  readonly end: () => Float32Array[];
}

/** Samples of the old rate on either side of a place that its value is made of, at most. */
const reachOf = (step: number): number => Math.ceil(16 * Math.max(1, step)) + 1;

/**
 * A resampler from one rate to another whose sample n is the sound at n·from/to, by the same
 * interpolation as the mix; see `addResampled`. It holds a few dozen samples.
 */
export function streamResampler(from: number, to: number): StreamResampler {
  const step = from / to;
  const reach = reachOf(step);
  let held: Float32Array[] = [];
  // Sample of the old rate with which what is held begins, samples taken, and samples made.
  let [begins, taken, made] = [0, 0, 0];
  const makeUpTo = (end: number): Float32Array[] => {
    const count = Math.max(0, end - made);
    const out = held.map((sound) => {
      const channel = new Float32Array(count);
      addResampled(
        channel,
        { first: 0, count },
        { sound, at: made * step - begins, step },
        () => 1,
      );
      return channel;
    });
    made += count;
    return out;
  };
  return {
    take(planes) {
      held = planes.map((plane, c) => {
        const before = held[c] ?? new Float32Array(0);
        const both = new Float32Array(before.length + plane.length);
        both.set(before);
        both.set(plane, before.length);
        return both;
      });
      taken += planes[0]?.length ?? 0;
      const out = makeUpTo(Math.floor((taken - reach) / step));
      const drop = Math.max(
        0,
        Math.min(held[0]?.length ?? 0, Math.floor(made * step) - reach - begins),
      );
      held = held.map((sound) => sound.slice(drop));
      begins += drop;
      return out;
    },
    end: () => makeUpTo(Math.ceil(taken / step)),
  };
}
