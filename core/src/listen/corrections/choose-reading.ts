import type { Samples } from '../../time/index.ts';
import type { Analysis, Reading } from '../analysis.ts';
import type { Onset } from '../cues/onsets.ts';
import { corrected, type Correction } from './corrections.ts';

/** A stretch of a file, up to but not including its end. */
export interface Stretch {
  readonly from: Samples;
  readonly to: Samples;
}

/** What was heard, and what the person put right. */
export interface Heard {
  readonly analysis: Analysis;
  readonly corrections: readonly Correction[];
  readonly onsets: readonly Onset[];
}

/** What was heard, as a reading beside the others. */
export const asHeard = ({ beats, downbeats, beatsPerBar, length }: Analysis): Reading => ({
  as: 'heard',
  likelihood: 0,
  from: 0 as Samples,
  to: length,
  beatsPerBar,
  beats: beats.map((b) => b.at),
  bars: downbeats,
});

const isOfBeats = (c: Correction): boolean => c.do === 'give' && c.reading !== undefined;
const isOfBars = (c: Correction): boolean =>
  (c.do === 'metre' || c.do === 'downbeat') && c.reading !== undefined;

/** Its beats within a stretch, or all; none where fewer than two lie in it. */
function beatsGiven(
  { as: reading, beats, bars, beatsPerBar }: Reading,
  within: Stretch | null,
): Correction[] {
  const [from, to] = within ? [within.from, within.to] : [-Infinity, Infinity];
  const first = beats!.findIndex((at) => at >= from);
  const inside = beats!.filter((at) => at >= from && at < to);
  if (inside.length < 2) return [];
  const starts = bars.map((i) => i - first).filter((i) => i >= 0 && i < inside.length);
  return [{ do: 'give', beats: inside, bars: starts, beatsPerBar, reading }];
}

/** Its bars on the beats as they have been put right, which may not be those that were heard. */
function barsTurned(
  { as: reading, bars, beatsPerBar }: Reading,
  heard: Analysis,
  now: Analysis,
): Correction[] {
  const metre = { do: 'metre' as const, beats: beatsPerBar, reading };
  const later = (bars[0] ?? 0) - (heard.downbeats[0] ?? 0) + 7 * beatsPerBar;
  const at = now.beats[((now.downbeats[0] ?? 0) + later) % beatsPerBar]?.at;
  if (at === undefined) return [];
  return [...(beatsPerBar === now.beatsPerBar ? [] : [metre]), { do: 'downbeat', at, reading }];
}

/**
 * Corrections with a reading chosen in place of any that was: of the beats for the whole sound, or
 * within a stretch beside what is chosen elsewhere; of the bars always for the whole. What the
 * person put right by hand is kept, before it.
 */
export function withReading(
  { analysis, corrections, onsets }: Heard,
  reading: Reading,
  within: Stretch | null = null,
): Correction[] {
  if (!reading.beats) {
    const others = corrections.filter((c) => !isOfBars(c));
    return [...others, ...barsTurned(reading, analysis, corrected(analysis, others, onsets))];
  }
  if (within) return [...corrections, ...beatsGiven(reading, within)];
  const others = corrections.filter((c) => !isOfBeats(c) && !isOfBars(c));
  return reading.as === 'heard' ? others : [...others, ...beatsGiven(reading, null)];
}

/** Whether a reading is what is chosen for the whole sound. */
export function readingChosen(heard: Heard, reading: Reading): boolean {
  const { corrections } = heard;
  const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
  if (reading.beats) {
    const wanted = reading.as === 'heard' ? [] : beatsGiven(reading, null);
    return same(corrections.filter(isOfBeats), wanted);
  }
  return same(corrections.filter(isOfBars), withReading(heard, reading).filter(isOfBars));
}
