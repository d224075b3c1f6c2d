import { beatsPerMinute, type BeatsPerMinute, type Samples } from '../../time/index.ts';
import type { Analysis } from '../analysis.ts';
import { median } from '../../numbers/index.ts';

/** Beats over which the tempo at one of them is taken. */
const SPAN = 8;

/**
 * The tempo at each beat, over the eight beats about it (fewer at the ends); none for fewer than
 * three beats.
 */
export function tempoCurve({
  beats,
  sampleRate,
}: Pick<Analysis, 'beats' | 'sampleRate'>): { at: Samples; tempo: BeatsPerMinute }[] {
  if (beats.length < 3) return [];
  const intervals = beats.slice(1).map((b, i) => b.at - beats[i]!.at);
  return beats.map(({ at }, i) => {
    const near = intervals.slice(Math.max(0, i - SPAN / 2), i + SPAN / 2);
    return { at, tempo: beatsPerMinute((60 * sampleRate) / median(near)) };
  });
}
