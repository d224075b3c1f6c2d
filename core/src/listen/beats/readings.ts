import { shared, tempoOf } from './beat-lists.ts';
import type { Evidence } from './evidence.ts';
import type { Track } from './made-beats.ts';
import { readingFacts, type ReadingFacts } from './reading-facts.ts';

/** Slowest and fastest tempo of a reading, beats a minute. */
const SLOWEST = 30;
const FASTEST = 300;
/** Beats under which there is nothing to count. */
const LEAST_BEATS = 3;
/** Part of the beats of two readings that must be the same, for the readings to be one. */
const SAME_SHARE = 0.9;

/** A way to hear the beats of a piece, in strength frames. */
export interface Candidate {
  readonly frames: readonly number[];
  readonly facts: ReadingFacts;
}

/** The frames that lie every `step` beats from `start` on, in beats of a list, parts between. */
function every(frames: readonly number[], step: number, start: number): number[] {
  const found: number[] = [];
  for (let at = start; at <= frames.length - 1; at += step) {
    const before = Math.floor(at + 1e-9);
    const from = frames[before]!;
    found.push(Math.round(from + (at - before) * ((frames[before + 1] ?? from) - from)));
  }
  return found;
}

/** How a list of beats may be counted: every so many beats, from where on; some in threes. */
const COUNTS: readonly { readonly step: number; readonly start: number; readonly threes?: true }[] =
  [
    { step: 1, start: 0 },
    { step: 1, start: 1 / 2 },
    { step: 1 / 2, start: 0 },
    { step: 2, start: 0 },
    { step: 2, start: 1 },
    { step: 1, start: 1 / 3, threes: true },
    { step: 1, start: 2 / 3, threes: true },
    { step: 3 / 2, start: 0, threes: true },
    { step: 3 / 2, start: 1 / 2, threes: true },
    { step: 3 / 2, start: 1, threes: true },
  ];

/**
 * The readings of a piece that are worth weighing: what both ears follow and how that may be
 * counted otherwise, each reading once, with what speaks for it.
 */
export function candidates(made: Track, learned: Track, evidence: Evidence): Candidate[] {
  const kept: { readonly frames: readonly number[]; readonly threes: boolean }[] = [];
  for (const { step, start, threes = false } of COUNTS)
    for (const track of [learned, made]) {
      const frames = every(track.frames, step, start);
      if (frames.length < LEAST_BEATS) continue;
      const tempo = tempoOf(frames);
      if (tempo < SLOWEST || tempo > FASTEST) continue;
      if (!kept.some((other) => shared(frames, other.frames) >= SAME_SHARE))
        kept.push({ frames, threes });
    }
  return kept.map(({ frames, threes }) => ({
    frames,
    facts: readingFacts(frames, threes, { made, learned }, evidence),
  }));
}
