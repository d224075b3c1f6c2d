import { logOdds } from '../beats/odds.ts';
import { STRENGTH_RATE } from '../features/onset-strength.ts';

/** A place at which a rise may start or end: a frame, and whether a bar starts on it. */
export interface Edge {
  readonly frame: number;
  readonly onBar: boolean;
}

/** A stretch that the network takes for a rise, in frames, and what speaks for it. */
export interface LearnedRise {
  readonly start: number;
  readonly peak: number;
  /** Log-odds over those of the piece, summed over its seconds. */
  readonly sum: number;
}

/**
 * Learned probability from which a frame speaks for a rise, and times that of the whole piece.
 */
const LEAST = 0.12;
const OVER_ALL = 1.8;
/** How near to 0 and 1 the probability is believed. */
const BELIEVED = 0.005;
/** Log-odds times seconds that an edge on the start of a bar is worth. */
const BAR = 0.5;
/** Seconds of the shortest and the longest. */
const SHORTEST = 1.3;
const LONGEST = 30;
/** Frames between edges where there are no beats. */
const EVERY = 10;

/** Edges for a sound without beats. */
export const evenEdges = (frames: number): Edge[] =>
  Array.from({ length: Math.floor(frames / EVERY) }, (_, i) => ({
    frame: i * EVERY,
    onBar: false,
  }));

/**
 * Stretches between two edges over which the log-odds of the network sum up to most, none over
 * another, in order of time.
 */
export function learnedRises(rise: Float32Array, edges: readonly Edge[]): LearnedRise[] {
  const all = rise.reduce((sum, x) => sum + x, 0) / Math.max(1, rise.length);
  const least = logOdds(Math.max(LEAST, OVER_ALL * all), BELIEVED);
  const sums = new Float64Array(rise.length + 1);
  rise.forEach((p, k) => {
    sums[k + 1] = sums[k]! + (logOdds(p, BELIEVED) - least) / STRENGTH_RATE;
  });
  const inside = edges.filter(({ frame }) => frame >= 0 && frame <= rise.length);
  const worth = ({ onBar }: Edge) => (onBar ? BAR : 0);
  const best = inside.flatMap((peak): LearnedRise[] => {
    let most: LearnedRise | null = null;
    for (const start of inside) {
      const long = (peak.frame - start.frame) / STRENGTH_RATE;
      if (long < SHORTEST) break;
      if (long > LONGEST) continue;
      const sum = sums[peak.frame]! - sums[start.frame]! + worth(start) + worth(peak);
      if (sum > (most?.sum ?? 2 * BAR)) most = { start: start.frame, peak: peak.frame, sum };
    }
    return most ? [most] : [];
  });
  const kept: LearnedRise[] = [];
  for (const one of best.toSorted((a, b) => b.sum - a.sum))
    if (kept.every((other) => one.peak <= other.start || one.start >= other.peak)) kept.push(one);
  return kept.toSorted((a, b) => a.peak - b.peak);
}
