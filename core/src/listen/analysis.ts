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

/** How a reading differs from what was heard. */
export const READINGS = [
  'heard',
  'half-later',
  'third-later',
  'two-thirds-later',
  'twice',
  'half',
  'half-others',
  'three-for-two',
  'two-for-three',
  'in-places',
  'otherwise',
  'bars',
] as const;

/**
 * Another way to hear the beats of a sound, or its bars, for a person to choose where the doubt is
 * between them.
 */
export interface Reading {
  readonly as: (typeof READINGS)[number];
  /** How likely it is among what was heard and the readings of its kind that are offered, 0–1. */
  readonly likelihood: number;
  /** Where it can be told best from what was heard, by ear. */
  readonly from: Samples;
  readonly to: Samples;
  readonly beatsPerBar: number;
  /** Its beats; null when they are those that were heard, and only the bars differ. */
  readonly beats: readonly Samples[] | null;
  /** Indexes of the beats that start a bar. */
  readonly bars: readonly number[];
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
  /** Other ways to hear it, the likeliest first: of the beats, then of the bars. */
  readonly readings: readonly Reading[];
}

/** Confidence from which beats are offered without a warning. */
export const TRUSTED = 0.4;
