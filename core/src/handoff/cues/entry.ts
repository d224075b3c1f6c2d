import type { CueKind } from '../../plan/index.ts';

/** One cue of a file of cues, in seconds from its start. */
export interface CueEntry {
  readonly at: number;
  readonly text: string;
  /** What it is, where the file says so. */
  readonly kind: CueKind | null;
  /** From 0 to 1, where the file says so. */
  readonly strength?: number;
}

/** Beats of a file of cues, in seconds from its start. */
export interface BeatEntries {
  readonly at: readonly number[];
  /** Indices of the beats that start a bar. */
  readonly bars: readonly number[];
  readonly beatsPerBar: number;
}

/** What a file of cues holds. */
export interface CueFile {
  readonly entries: readonly CueEntry[];
  readonly beats: BeatEntries | null;
  /** Instants tapped by a person, still to be put right. */
  readonly taps: readonly number[] | null;
}

/** A file that holds nothing but cues. */
export const cuesOnly = (entries: readonly CueEntry[]): CueFile => ({
  entries,
  beats: null,
  taps: null,
});
