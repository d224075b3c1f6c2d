import { samples, type Samples } from '../../time/index.ts';
import { median } from '../../numbers/index.ts';
import type { Onset } from '../cues/onsets.ts';

/**
 * How far from an onset a tap may be meant for it, and how far one is moved onto it, in seconds.
 */
const MEANT = 0.15;
const SNAP = 0.06;

/** Taps put right. */
export interface Tapped {
  readonly beats: Samples[];
  /** Seconds by which the person taps late, which was taken off; negative when early. */
  readonly delay: number;
  /** How many of the taps were moved onto an attack. */
  readonly snapped: number;
}

const nearest = (onsets: readonly Onset[], at: number): Onset | undefined =>
  onsets.reduce<Onset | undefined>(
    (best, o) => (!best || Math.abs(o.at - at) < Math.abs(best.at - at) ? o : best),
    undefined,
  );

/**
 * Beats tapped along: the constant delay of the person (the median distance from the attacks they
 * mean) is taken off and each tap moved onto the attack near it, if there is one. Taps in samples,
 * in any order; only attacks that are at least as strong as the middle of those about count.
 */
export function tapped(
  taps: readonly Samples[],
  onsets: readonly Onset[],
  sampleRate: number,
): Tapped {
  const ordered = taps.toSorted((a, b) => a - b);
  const [first, last] = [(ordered[0] ?? 0) - sampleRate, (ordered.at(-1) ?? 0) + sampleRate];
  const about = onsets.filter((o) => o.at >= first && o.at <= last);
  const middle = about.length > 0 ? median(about.map((o) => o.strength)) : 0;
  const clear = about.filter((o) => o.strength >= middle);
  const misses = ordered.flatMap((tap) => {
    const onset = nearest(clear, tap);
    return onset && Math.abs(onset.at - tap) <= MEANT * sampleRate ? [tap - onset.at] : [];
  });
  const late = misses.length > 0 ? median(misses) : 0;
  let snapped = 0;
  const beats = ordered.map((tap) => {
    const meant = tap - late;
    const onset = nearest(clear, meant);
    if (!onset || Math.abs(onset.at - meant) > SNAP * sampleRate)
      return samples(Math.max(0, Math.round(meant)));
    snapped++;
    return onset.at;
  });
  return {
    beats: beats.filter((at, i) => i === 0 || at > beats[i - 1]!),
    delay: late / sampleRate,
    snapped,
  };
}
