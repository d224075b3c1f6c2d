import { sourceFrames } from '../../time/index.ts';
import { clamp } from '../../numbers/index.ts';
import type { FrameRange } from '../still-ranges.ts';
import type { Moment } from './moment.ts';
import { spanOf } from './signals.ts';

/** Shortest movement beside a rest that makes its edge a moment, in seconds. */
const SHORTEST_MOVE = 0.2;
/** Longest rest between two movements that is a turn, in seconds. */
const LONGEST_TURN = 0.4;
/** Seconds of movement beside a rest that are looked at. */
const BESIDE = 0.8;
/**
 * Activity, in units of what is hardly seen, from which an edge of rest is told, and a full one.
 */
const LEAST = 0.3;
const FULL = 150;
const LEAST_STRENGTH = 0.2;

/** Where movement begins after a rest, or ends in one; `all` is the activity of all that moves. */
export function edgesOfRests(
  ranges: readonly FrameRange[],
  all: Float64Array,
  rate: number,
): Moment[] {
  const shortest = Math.round(SHORTEST_MOVE * rate);
  const beside = spanOf(BESIDE, rate, 3);
  const count = all.length;
  const fastest = (from: number, to: number) =>
    all.subarray(Math.max(0, from), to).reduce((a, x) => Math.max(a, x), 0);
  const moment = (at: number, kind: Moment['kind'], speed: number, reason: string): Moment => ({
    at: sourceFrames(at),
    kind,
    strength: clamp(Math.max(speed >= LEAST ? LEAST_STRENGTH : 0, Math.sqrt(speed / FULL))),
    reason,
  });
  return ranges.flatMap(({ from, to }, i): Moment[] => {
    const [before, after] = [ranges[i - 1]?.to ?? 0, ranges[i + 1]?.from ?? count];
    const moves = from - before >= shortest && after - to >= shortest;
    const [into, outOf] = [
      fastest(Math.max(before, from - beside), from),
      fastest(to, Math.min(after, to + beside)),
    ];
    if (moves && to - from <= LONGEST_TURN * rate) {
      const at = Math.round((from + to) / 2);
      return [moment(at, 'turn', Math.min(into, outOf), 'movement rests for a short while')];
    }
    return [
      ...(from - before >= shortest
        ? [moment(from, 'settle', into, 'movement comes to rest')]
        : []),
      ...(after - to >= shortest ? [moment(to, 'start', outOf, 'movement begins')] : []),
    ];
  });
}
