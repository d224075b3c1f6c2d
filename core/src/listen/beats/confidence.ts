import { clamp, peakAround } from '../../numbers/index.ts';
import { between, sharedAlong } from './beat-lists.ts';
import type { Track } from './made-beats.ts';
import { chanceOf, logOdds, ODDS } from './odds.ts';

/** Periodicity that noise reaches by chance, and that a clear beat has. */
const CHANCE = 0.1;
const CLEAR = 0.4;
/** Beats to either side by which one is judged. */
const AROUND = 4;
/**
 * Power that makes a confidence more sober than the fit: other music is further from what was
 * learned from than the pieces fitted to.
 */
const SOBERED = 2;
/** How near to 0 and 1 the likelihood of a reading is believed. */
const LEAST = 0.005;

/** What speaks for a beat of a reading or against it, around it. */
export interface BeatFacts {
  /** Log-odds of the reading as a whole. */
  readonly reading: number;
  /** Learned probability of the beats less that between them, 0–1. */
  readonly learned: number;
  /** How far the attacks on the beats stand above the strength elsewhere, 0–1. */
  readonly contrast: number;
  /** How periodic the strength is, 0–1. */
  readonly periodic: number;
  /** Part of the beats that each of the two ears follows too. */
  readonly made: number;
  readonly heard: number;
  /** Always 1. */
  readonly always: number;
}

const mean = (values: readonly number[], from: number, to: number): number => {
  const some = values.slice(Math.max(0, from), to + 1);
  return some.reduce((a, x) => a + x, 0) / Math.max(1, some.length);
};

/** What speaks for each beat of a reading whose likelihood is known; `beat` is as learned. */
export function beatFacts(
  beatFrames: readonly number[],
  likelihood: number,
  {
    made,
    learned,
    beat,
  }: { readonly made: Track; readonly learned: Track; readonly beat: Float32Array },
): BeatFacts[] {
  const on = beatFrames.map((f) => peakAround(beat, f, 3));
  const off = between(beatFrames).map((f) => peakAround(beat, f, 3));
  const attacks = beatFrames.map((f) => peakAround(made.curve, f, 2));
  const sums = new Float64Array(made.curve.length + 1);
  made.curve.forEach((x, i) => (sums[i + 1] = sums[i]! + x));
  const [byMade, byLearned] = [
    sharedAlong(beatFrames, made.frames),
    sharedAlong(beatFrames, learned.frames),
  ];
  const { clarity, step, rows } = made.periodicity;
  return beatFrames.map((frame, i) => {
    const [from, to] = [i - AROUND, i + AROUND];
    const first = beatFrames[Math.max(0, from)]!;
    const last = beatFrames[Math.min(beatFrames.length - 1, to)]!;
    const elsewhere = (sums[last + 1]! - sums[first]!) / (last + 1 - first);
    const attack = mean(attacks, from, to);
    const clear = clarity[Math.min(rows - 1, Math.round(frame / step))]!;
    return {
      reading: logOdds(likelihood, LEAST),
      learned: mean(on, from, to) - mean(off, from, to - 1),
      contrast: clamp((attack - elsewhere) / (attack + elsewhere + 1e-9)),
      periodic: clamp((clear - CHANCE) / (CLEAR - CHANCE)),
      made: mean(byMade, from, to),
      heard: mean(byLearned, from, to),
      always: 1,
    };
  });
}

/**
 * How sure a beat is, 0–1: from the part of such beats that was right where it was fitted, less
 * than that.
 */
export const confidenceOf = (facts: BeatFacts): number => chanceOf(facts, ODDS.beats) ** SOBERED;
