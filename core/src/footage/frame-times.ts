import {
  CaesuraError,
  divide,
  floor,
  multiply,
  rational,
  round,
  sourceFrames,
  type FrameRate,
  type Rational,
  type SourceFrames,
  type GivenSourceFrames,
} from '../time/index.ts';
import type { FrameFacts } from './frame-analyser.ts';

/**
 * When each stored frame of a file of variable rate is shown first, ascending, in ticks of its
 * clock from the first frame.
 */
export interface FrameTimes {
  readonly ticksPerSecond: number;
  readonly ticks: readonly number[];
  /** When the last frame ends. */
  readonly end: number;
}

/** A table of frame times as JSON text, and back. Throws when it is none. */
export const packTimes = (times: FrameTimes): string => JSON.stringify(times);
export function unpackTimes(text: string): FrameTimes {
  const read = JSON.parse(text) as Partial<FrameTimes>;
  const { ticksPerSecond, ticks, end } = read;
  const ascending = Array.isArray(ticks) && ticks.every((t, i) => i === 0 || t > ticks[i - 1]!);
  if (
    !ascending ||
    ticks.length === 0 ||
    !(Number(ticksPerSecond) > 0) ||
    !(Number(end) > ticks.at(-1)!)
  )
    throw new CaesuraError(
      'bad-times',
      'The frame times of the clip cannot be read.',
      'Read the clip again.',
    );
  return { ticksPerSecond: ticksPerSecond!, ticks, end: end! };
}

const ticksIn = ({ ticksPerSecond }: FrameTimes, rate: FrameRate): Rational =>
  divide(rational(ticksPerSecond), rate);

/**
 * How many frames of a constant rate a file of variable rate lasts: at least one, to the nearest.
 */
export const framesAtRate = (times: FrameTimes, rate: FrameRate): SourceFrames =>
  sourceFrames(
    Math.max(1, round(divide(rational(times.end - times.ticks[0]!), ticksIn(times, rate)))),
  );

/**
 * The stored frame that is on view when a frame of a constant rate starts: the last that has begun
 * by then.
 */
export function storedFrameAt(
  times: FrameTimes,
  rate: FrameRate,
  frame: GivenSourceFrames,
): number {
  const at = floor(multiply(rational(frame), ticksIn(times, rate)));
  let [low, high] = [0, times.ticks.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (times.ticks[middle]! - times.ticks[0]! <= at) low = middle;
    else high = middle - 1;
  }
  return low;
}

/**
 * What was seen of the stored frames as it is for the frames of a constant rate. A movement is
 * spread evenly over the time that its frame took to come, so that speeds are those of the subject,
 * whatever the spacing.
 */
export function factsAtRate(
  stored: readonly FrameFacts[],
  times: FrameTimes,
  rate: FrameRate,
): FrameFacts[] {
  const count = framesAtRate(times, rate);
  const step = ticksIn(times, rate);
  const ticks = times.ticks.map((t) => t - times.ticks[0]!);
  return Array.from({ length: count }, (_, n): FrameFacts => {
    const shown = stored[Math.min(stored.length - 1, storedFrameAt(times, rate, n))]!;
    const [from, to] = [(step.num * (n - 1)) / step.den, (step.num * n) / step.den];
    const moved = { difference: 0, dx: 0, dy: 0, zoom: 0, turn: 0, residual: 0 };
    let { alike } = stored[0]!;
    const first = n === 0 ? stored.length : Math.max(1, storedFrameAt(times, rate, n - 1));
    for (let k = first; k < stored.length && ticks[k - 1]! < to; k++) {
      const share =
        (Math.min(to, ticks[k]!) - Math.max(from, ticks[k - 1]!)) / (ticks[k]! - ticks[k - 1]!);
      if (share <= 0) continue;
      for (const key of Object.keys(moved) as (keyof typeof moved)[])
        moved[key] += share * stored[k]![key];
      alike = Math.min(alike, stored[k]!.alike);
    }
    return { ...shown, ...moved, alike };
  });
}
