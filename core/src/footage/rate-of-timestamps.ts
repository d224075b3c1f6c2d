import { frameRate, rational, toNumber, USUAL_RATES, type FrameRate } from '../time/index.ts';

/** What the timestamps of a video say about its rate. */
export interface FoundRate {
  /** Constant rate as an exact fraction, or null when the frames are unevenly spaced. */
  readonly rate: FrameRate | null;
  /** Whether the timestamps state the rate exactly, or only fit it within their rounding. */
  readonly exact: boolean;
  /** Mean frames a second; approximate. */
  readonly mean: number;
}

/**
 * Rates tried when timestamps are rounded: the usual ones, then every whole one and its 1000/1001
 * form.
 */
const CANDIDATES: readonly FrameRate[] = [
  ...USUAL_RATES,
  ...Array.from({ length: 300 }, (_, i) => rational(i + 1)),
  ...Array.from({ length: 300 }, (_, i) => rational((i + 1) * 1000, 1001)),
];

/**
 * The frame rate of a video from the presentation times of all its frames, in whole ticks of a
 * clock of `ticksPerSecond`, ascending. Even spacing gives the exact fraction
 * ticksPerSecond/spacing. Otherwise the one rate is taken whose every frame lies within a tick of
 * its time (containers that round to milliseconds); of several the one nearest to the length of a
 * frame that the container states, in ticks, or else to the mean. Returns null when there are fewer
 * than two frames.
 */
export function rateOfTimestamps(
  ticks: readonly number[],
  ticksPerSecond: number,
  statedTicks: number | null = null,
): FoundRate | null {
  const [first] = ticks;
  const last = ticks.at(-1);
  if (first === undefined || last === undefined || last <= first) return null;
  const mean = ((ticks.length - 1) * ticksPerSecond) / (last - first);
  const spacing = ticks[1]! - first;
  if (spacing > 0 && ticks.every((t, i) => t === first + i * spacing)) {
    const even = rational(ticksPerSecond, spacing);
    return toNumber(even) >= 1 && toNumber(even) <= 1000
      ? { rate: frameRate(even.num, even.den), exact: true, mean }
      : { rate: null, exact: true, mean };
  }
  const fits = (rate: FrameRate): boolean =>
    ticks.every((t, i) => Math.abs(t - first - (i * ticksPerSecond * rate.den) / rate.num) <= 1);
  const near = CANDIDATES.filter(
    (rate) => Math.abs(toNumber(rate) / mean - 1) < 0.02 && fits(rate),
  );
  const aim = statedTicks ? ticksPerSecond / statedTicks : mean;
  const rate =
    near.toSorted((a, b) => Math.abs(toNumber(a) - aim) - Math.abs(toNumber(b) - aim))[0] ?? null;
  return { rate, exact: false, mean };
}
