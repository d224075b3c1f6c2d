import type { BeatsPerMinute, Samples } from '../time/index.ts';

/** One beat of the music as heard. */
export interface Beat {
  /** Where its attack starts. */
  readonly at: Samples;
  /** How strong the attack is against the strongest of the piece, 0–1. */
  readonly strength: number;
  /** How sure the tracker is that a beat is here, 0–1. */
  readonly confidence: number;
}

/** What was heard in one audio file. Plain data, times in samples of that file. */
export interface Analysis {
  readonly sampleRate: number;
  /** Length of the file. */
  readonly length: Samples;
  readonly beats: readonly Beat[];
  /** Indexes into `beats` of the first beat of each bar. */
  readonly downbeats: readonly number[];
  readonly beatsPerBar: number;
  /** Median tempo, or null when there is no beat. */
  readonly tempo: BeatsPerMinute | null;
  /** How sure the tracker is of the beats as a whole, 0–1; below `TRUSTED` they are a guess. */
  readonly confidence: number;
}

/** Confidence from which beats are offered without a warning. */
export const TRUSTED = 0.4;
