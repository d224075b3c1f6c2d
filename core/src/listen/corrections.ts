import type { Analysis, Beat } from './analysis.ts';
import { beatsPerMinute, samples } from '../time/index.ts';

/** What a person changed about the beats. Kept apart from the analysis, so that a new analysis does not lose it. */
export interface Corrections {
  /** Metrical level: 0 as heard, 1 twice as fast, −1 half as fast, up to ±2. */
  readonly level: number;
  /** Beats by which the downbeat is moved later, 0 up to a bar. */
  readonly downbeatShift: number;
}

/** As heard. */
export const NO_CORRECTIONS: Corrections = { level: 0, downbeatShift: 0 };

/** Twice and half as far as the level may go from what was heard. */
export const LEVEL_LIMIT = 2;

/** A beat half-way between each two, sure only as far as both are; strength unknown there, so half the weaker. */
function doubled(beats: readonly Beat[]): Beat[] {
  return beats.flatMap((beat, i) => {
    const next = beats[i + 1];
    if (!next) return [beat];
    const between: Beat = {
      at: samples(Math.round((beat.at + next.at) / 2)),
      strength: Math.min(beat.strength, next.strength) / 2,
      confidence: Math.min(beat.confidence, next.confidence),
    };
    return [beat, between];
  });
}

/**
 * The analysis as the person wants it: beats halved or doubled, the downbeat moved. Doubling keeps every beat and
 * adds one between; halving keeps the downbeats and every second beat from them. The bar keeps its number of
 * beats, so bars become half or twice as long in time.
 */
export function corrected(analysis: Analysis, { level, downbeatShift }: Corrections): Analysis {
  let beats = analysis.beats;
  let anchor = analysis.downbeats[0] ?? 0;
  for (let i = 0; i < level; i++) {
    beats = doubled(beats);
    anchor *= 2;
  }
  for (let i = 0; i > level; i--) {
    const parity = anchor % 2;
    beats = beats.filter((_, index) => index % 2 === parity);
    anchor = Math.floor(anchor / 2);
  }
  const perBar = analysis.beatsPerBar;
  if (level === 0 && downbeatShift === 0) return analysis;
  if (level === 0) {
    // Bars that a break in the music cut short stay where they are.
    const before = (analysis.downbeats[0] ?? 0) - perBar;
    const downbeats = [before, ...analysis.downbeats].map((i) => i + downbeatShift);
    return { ...analysis, downbeats: downbeats.filter((i) => i >= 0 && i < beats.length) };
  }
  const phase = (((anchor + downbeatShift) % perBar) + perBar) % perBar;
  return {
    ...analysis,
    beats,
    downbeats: beats.map((_, i) => i).filter((i) => i % perBar === phase),
    tempo: analysis.tempo === null ? null : beatsPerMinute(analysis.tempo * 2 ** level),
  };
}
