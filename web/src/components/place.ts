import type { Line } from '@caesura/core/film';
import { seconds, type Seconds } from '@caesura/core/time';

/** A stretch of a line in percent of its full width. */
export interface FilmRange {
  readonly left: number;
  readonly width: number;
}

/** Where a time stands on a line, in percent of its full width. */
export const percentOn = (line: Line, at: number): number => (100 * (at - line.from)) / line.span;

/** The part of [from, to) that is on a line, or null when none is. */
export function rangeOn(line: Line, from: number, to: number): FilmRange | null {
  const [start, end] = [Math.max(from, line.from), Math.min(to, line.to)];
  return start < end
    ? { left: percentOn(line, start), width: (100 * (end - start)) / line.span }
    : null;
}

/** Index of the line that a time is on; times outside go to the first or last. */
export function lineIndexAt(lines: readonly Line[], at: number): number {
  let [low, high] = [0, lines.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (lines[middle]!.from <= at) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** The time at a share (0–1) of a line's full width, kept on the line. */
export const timeAt = (line: Line, share: number): Seconds =>
  seconds(Math.min(line.to, Math.max(line.from, line.from + share * line.span)));
