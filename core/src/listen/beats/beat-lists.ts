import { STRENGTH_RATE } from '../features/onset-strength.ts';

/** How near beats of two lists must be to be the same, in frames. */
export const SAME_WITHIN = 5;

/** Frames half-way between each two. */
export const between = (frames: readonly number[]): number[] =>
  frames.slice(1).map((f, i) => Math.round((f + frames[i]!) / 2));

/** F-measure of two lists of beats: the part of them that they share, 0–1. */
export function shared(a: readonly number[], b: readonly number[]): number {
  let [i, j, hits] = [0, 0, 0];
  while (i < a.length && j < b.length) {
    const late = b[j]! - a[i]!;
    if (late < -SAME_WITHIN) j++;
    else if (late > SAME_WITHIN) i++;
    else [i, j, hits] = [i + 1, j + 1, hits + 1];
  }
  return (2 * hits) / Math.max(1, a.length + b.length);
}

/** For each beat of a list, 1 where another list has the same and 0 where it has not. */
export function sharedAlong(frames: readonly number[], other: readonly number[]): number[] {
  let j = 0;
  return frames.map((frame) => {
    while (j + 1 < other.length && Math.abs(other[j + 1]! - frame) <= Math.abs(other[j]! - frame))
      j++;
    return Number(Math.abs((other[j] ?? Infinity) - frame) <= SAME_WITHIN);
  });
}

/** Beats a minute of frames, on average. */
export const tempoOf = (frames: readonly number[]): number =>
  (60 * STRENGTH_RATE * (frames.length - 1)) / (frames.at(-1)! - frames[0]!);
