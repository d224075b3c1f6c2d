import { peakAround } from '../../numbers/index.ts';
import { STRENGTH_RATE, type OnsetStrength } from '../features/onset-strength.ts';
import type { Track } from './made-beats.ts';
import { logOdds } from './odds.ts';
import { whitened } from './pulse.ts';

/** Slowest and fastest tempo of a reading, beats a minute. */
const SLOWEST = 30;
const FASTEST = 300;
/** Beats under which there is nothing to count. */
const LEAST_BEATS = 3;
/** How near beats of two readings must be to be the same, in frames. */
export const SAME_WITHIN = 5;
/** Part of the beats of two readings that must be the same, for the readings to be one. */
const SAME_SHARE = 0.9;
/** How far from a beat its attack may be, in frames. */
const REACH = 3;
/** Added to both sides of a ratio of whitened strengths, so that nothing against nothing is one. */
const GROUND = 0.3;
/** Tempo from which that of a reading is counted. */
const USUAL_TEMPO = 110;
const SLOW_OCTAVES = 0.6;

/** What speaks for a reading or against it; each about 0 to 2. */
export interface ReadingFacts {
  /** Log-odds that were learned, of all beats, a second. */
  readonly learnedRate: number;
  /** Beats a second. */
  readonly rate: number;
  /** Log-odds that were learned, of a beat and of the middle between two. */
  readonly learnedOn: number;
  readonly learnedOff: number;
  /** Mean probability on the beats less that between them, and their ratio. */
  readonly contrast: number;
  readonly ratio: number;
  /** Logarithm of the ratio of strength on the beats to that between them: all bands, the bass. */
  readonly strengthRatio: number;
  readonly bassRatio: number;
  readonly strengthOn: number;
  readonly strengthOff: number;
  /** Octaves above the usual tempo, and their square; how far beyond slow and fast. */
  readonly octaves: number;
  readonly octavesSquared: number;
  readonly slow: number;
  readonly fast: number;
  /** Log-odds of a downbeat that were learned, of a beat. */
  readonly downbeats: number;
  /** Whether it counts in threes where an ear counts otherwise. */
  readonly threes: number;
  /** Part of the beats that the ear by rules follows too, and the learned one. */
  readonly madeAgrees: number;
  readonly learnedAgrees: number;
}

/** A way to hear the beats of a piece, in strength frames. */
export interface Candidate {
  readonly frames: readonly number[];
  readonly facts: ReadingFacts;
}

/** What is known of a piece in each strength frame: probabilities that were learned, strengths. */
export interface Evidence {
  readonly beat: Float32Array;
  readonly downbeat: Float32Array;
  readonly strength: OnsetStrength;
}

const mean = (curve: Float32Array, frames: readonly number[], reach: number): number =>
  frames.reduce((sum, f) => sum + peakAround(curve, f, reach), 0) / Math.max(1, frames.length);

/** Frames half-way between each two. */
export const between = (frames: readonly number[]): number[] =>
  frames.slice(1).map((f, i) => Math.round((f + frames[i]!) / 2));

/** F-measure of two lists of beats: the part of them that they share, 0–1. */
export function shared(a: readonly number[], b: readonly number[]): number {
  let [i, j, hits] = [0, 0, 0];
  while (i < a.length && j < b.length) {
    const late = b[j]! - a[i]!;
    if (late < -SAME_WITHIN) j++;
    else if (late > SAME_WITHIN) i++;
    else [i, j, hits] = [i + 1, j + 1, hits + 1];
  }
  return (2 * hits) / Math.max(1, a.length + b.length);
}

/** For each beat of a list, 1 where another list has the same and 0 where it has not. */
export function sharedAlong(frames: readonly number[], other: readonly number[]): number[] {
  let j = 0;
  return frames.map((frame) => {
    while (j + 1 < other.length && Math.abs(other[j + 1]! - frame) <= Math.abs(other[j]! - frame))
      j++;
    return Number(Math.abs((other[j] ?? Infinity) - frame) <= SAME_WITHIN);
  });
}

/** Beats a minute of frames, on average. */
export const tempoOf = (frames: readonly number[]): number =>
  (60 * STRENGTH_RATE * (frames.length - 1)) / (frames.at(-1)! - frames[0]!);

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
export function candidates(
  made: Track,
  learned: Track,
  { beat, downbeat, strength }: Evidence,
): Candidate[] {
  const low = whitened(strength.low);
  const odds = {
    beat: beat.map((p) => logOdds(p, 0.005)),
    downbeat: downbeat.map((p) => logOdds(p, 0.005)),
  };
  const seconds = strength.all.length / STRENGTH_RATE;
  const near = (curve: Float32Array, frames: readonly number[]): number =>
    frames.reduce((sum, f) => sum + highest(curve, f), 0) / Math.max(1, frames.length);
  const facts = (frames: readonly number[], threes: boolean): ReadingFacts => {
    const middle = between(frames);
    const octaves = Math.log2(tempoOf(frames) / USUAL_TEMPO);
    const [on, off] = [mean(beat, frames, REACH), mean(beat, middle, REACH)];
    const [strong, weak] = [mean(made.curve, frames, REACH), mean(made.curve, middle, REACH)];
    const [bass, noBass] = [mean(low, frames, REACH), mean(low, middle, REACH)];
    const learnedOn = near(odds.beat, frames);
    return {
      learnedRate: (learnedOn * frames.length) / seconds,
      rate: frames.length / seconds,
      learnedOn,
      learnedOff: near(odds.beat, middle),
      contrast: on - off,
      ratio: (on + 0.05) / (off + 0.05) / 10,
      strengthRatio: Math.log((strong + GROUND) / (weak + GROUND)),
      bassRatio: Math.log((bass + GROUND) / (noBass + GROUND)),
      strengthOn: strong,
      strengthOff: weak,
      octaves,
      octavesSquared: octaves ** 2,
      slow: Math.max(0, -octaves - SLOW_OCTAVES),
      fast: Math.max(0, octaves - SLOW_OCTAVES),
      downbeats: near(odds.downbeat, frames),
      threes: Number(threes),
      madeAgrees: shared(frames, made.frames),
      learnedAgrees: shared(frames, learned.frames),
    };
  };
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
  return kept.map(({ frames, threes }) => ({ frames, facts: facts(frames, threes) }));
}

/** The highest value of a curve near a frame, which may be negative. */
function highest(curve: Float32Array, frame: number): number {
  let most = -Infinity;
  for (let k = Math.max(0, frame - REACH); k <= Math.min(curve.length - 1, frame + REACH); k++)
    most = Math.max(most, curve[k]!);
  return most;
}
