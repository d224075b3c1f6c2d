import { clamp } from '../../numbers/index.ts';
import { samples, seconds, type Samples } from '../../time/index.ts';
import { attackNear, CLEAR_RISE_DECIBELS } from '../beats/attack.ts';
import { chanceOf, ODDS } from '../beats/odds.ts';
import { FINE_RATE, type FineLevel } from '../features/fine-level.ts';
import { STRENGTH_RATE } from '../features/onset-strength.ts';
import type { AudioFeatures } from '../features/audio-features.ts';
import type { Analysis } from '../analysis.ts';
import { evenEdges, learnedRises, type Edge } from './learned-rises.ts';
import {
  envelopeGrowth,
  LEAST_DECIBELS,
  lowEnvelope,
  stepLevels,
  STRAIGHT,
  swells,
  type Swell,
} from './swells.ts';

/** A swell: sound that grows up to a peak. */
export interface Rise {
  readonly start: Samples;
  readonly peak: Samples;
  /** How much it grows: 1 for 30 dB over all bands, 0–1. */
  readonly strength: number;
  /** How sure it is that it is one, 0–1. */
  readonly confidence: number;
}

/** Growth that counts as full strength. */
const FULL_DECIBELS = 30;
/** Seconds over which the learned probability is taken before and after a peak. */
const EDGE = 0.6;
/** Seconds within which two peaks are the same, and from which two starts are not. */
const SAME_PEAK = 0.7;
const FAR_START = 1;
/** Log-odds times seconds that are full strength. */
const FULL_SUM = 20;
/** Seconds that a rise lasts at least once its peak is placed. */
const SHORTEST = 1;
/** Seconds from the start of a bar within which an edge is on it. */
const BAR_WITHIN = 0.08;
/** Beats from which rises go from beat to beat. */
const LEAST_BEATS = 8;
/** Growth, as a part of full strength, of which a rise is sure by its level alone. */
const FULL_GROWTH = (2 * LEAST_DECIBELS) / FULL_DECIBELS;
/** Confidence from which a rise is told that shows in what was learned only. */
const LEAST_CONFIDENCE = 0.4;
/** Seconds from the highest level to where the attack that ends the rise is looked for. */
const PEAK_OFFSETS = [-0.35, -0.25, -0.15, -0.05, 0.05, 0.15, 0.25];

/** Milliseconds after an attack over which its loudness is taken. */
const LOUD_CELLS = 50;
/**
 * Cells of 1 ms on each side of a fall, and seconds about the highest level in which it is looked
 * for.
 */
const FALL_CELLS = 20;
/**
 * Part of the power before it under which a fall goes no further: what dies away into silence is no
 * breaking off.
 */
const FALL_GROUND = 0.01;
const FALL_BEFORE = 0.1;
const FALL_AFTER = 0.5;

/**
 * The instant (seconds) within half a second after `near` at which the level falls most from one 20
 * ms to the next.
 */
function fallNear(bright: Float32Array, near: number): number {
  const cells = bright.subarray(
    Math.max(0, Math.round((near - FALL_BEFORE) * FINE_RATE)),
    Math.round(near * FINE_RATE),
  );
  const ground = FALL_GROUND * cells.reduce((a, x) => a + x, 1e-9);
  const power = (from: number) =>
    bright.subarray(from, from + FALL_CELLS).reduce((a, x) => a + x, ground);
  let best = { at: near, ratio: 0 };
  const first = Math.max(FALL_CELLS, Math.round((near - FALL_BEFORE) * FINE_RATE));
  for (let k = first; k < Math.min(bright.length, (near + FALL_AFTER) * FINE_RATE); k++) {
    const ratio = power(k - FALL_CELLS) / power(k);
    if (ratio > best.ratio) best = { at: k / FINE_RATE, ratio };
  }
  return best.at;
}

/**
 * The clear attack about an instant (seconds) after which the sound is loudest; null when there is
 * none.
 */
function loudestAttack(fine: FineLevel, near: number): number | null {
  const clear = PEAK_OFFSETS.map((off) => attackNear(fine, seconds(near + off))).filter(
    (attack) => attack.riseDecibels >= CLEAR_RISE_DECIBELS,
  );
  const loudness = (at: number) => {
    const from = Math.max(0, Math.round(at * FINE_RATE));
    return fine.plain.subarray(from, from + LOUD_CELLS).reduce((a, x) => a + x, 0);
  };
  return clear.reduce<number | null>(
    (best, { at }) => (best === null || loudness(at) > loudness(best) ? at : best),
    null,
  );
}

/** What speaks for a rise or against it. */
export interface RiseFacts {
  /** How straight it grows, and how far, where it was found by its level; 0 to 1. */
  readonly straight: number;
  readonly grown: number;
  /** Learned probability during it, and how far that falls at its peak; 0 to 1. */
  readonly learned: number;
  readonly edge: number;
  /** What speaks for it in all that was learned, as a part of `FULL_SUM`. */
  readonly sum: number;
  /** 1 where the peak is on the start of a bar, and where the start is. */
  readonly peakOnBar: number;
  readonly startOnBar: number;
  readonly always: number;
}

/** A stretch that may be a rise, with what speaks for it. */
export interface RiseCandidate extends Omit<Rise, 'confidence'> {
  readonly facts: RiseFacts;
}

/** A candidate before its peak is placed; times in seconds. */
interface Stretch extends Swell {
  readonly sum: number;
  /** Whether the peak was found by level, and must be placed. */
  readonly byLevel: boolean;
}

/** Beats as edges of rises. */
function edgesOf({ beats, downbeats, sampleRate }: Analysis, frames: number): Edge[] {
  if (beats.length < LEAST_BEATS) return evenEdges(frames);
  const bars = new Set(downbeats);
  return beats.map(({ at }, i) => ({
    frame: Math.round((at / sampleRate) * STRENGTH_RATE),
    onBar: bars.has(i),
  }));
}

/**
 * Stretches that may be rises, in order of their peaks: found by level, by what was learned, or by
 * both. The peak of those found by level is moved onto the attack there, when there is one; what
 * was learned goes from beat to beat.
 */
export function riseCandidates(
  { strength, fine, sampleRate, length }: AudioFeatures,
  analysis: Analysis,
  rise: Float32Array,
): RiseCandidate[] {
  const levels = stepLevels(strength.bands);
  const envelope = lowEnvelope(levels);
  const edges = edgesOf(analysis, rise.length);
  const at = (time: number) =>
    samples(Math.min(length - 1, Math.max(0, Math.round(time * sampleRate))));
  const mean = (from: number, to: number): number => {
    const some = rise.subarray(
      Math.max(0, Math.round(from * STRENGTH_RATE)),
      Math.max(0, Math.round(to * STRENGTH_RATE)),
    );
    return some.reduce((a, x) => a + x, 0) / Math.max(1, some.length);
  };
  const onBar = (time: number) =>
    Number(edges.some((e) => e.onBar && Math.abs(e.frame / STRENGTH_RATE - time) <= BAR_WITHIN));
  const told = learnedRises(rise, edges).map(({ start, peak, sum }) => ({
    start: start / STRENGTH_RATE,
    peak: peak / STRENGTH_RATE,
    sum,
  }));
  const found = swells(levels, envelope);
  const ends = (a: { readonly peak: number }, b: { readonly peak: number }) =>
    Math.abs(a.peak - b.peak) <= SAME_PEAK;
  const all: Stretch[] = [
    ...found.map((swell) => {
      const same = told.find((t) => ends(t, swell));
      const far = same && Math.abs(same.start - swell.start) > FAR_START;
      return {
        ...swell,
        start: far ? same.start : swell.start,
        sum: same?.sum ?? 0,
        byLevel: true,
      };
    }),
    ...told
      .filter((t) => !found.some((swell) => ends(t, swell)))
      .map((t) => ({ ...t, straight: 0, grown: 0, byLevel: false })),
  ];
  return all
    .toSorted((a, b) => a.peak - b.peak)
    .map(({ start, peak, straight, grown, sum, byLevel }) => {
      const placed = byLevel ? (loudestAttack(fine, peak) ?? fallNear(fine.bright, peak)) : peak;
      return {
        start: at(start),
        peak: at(placed),
        strength: clamp((grown || envelopeGrowth(envelope, start, peak)) / FULL_DECIBELS),
        facts: {
          straight: clamp((straight - STRAIGHT) / (1 - STRAIGHT)),
          grown: clamp(grown / FULL_DECIBELS),
          learned: mean(start, peak),
          edge: mean(peak - EDGE, peak) - mean(peak, peak + EDGE),
          sum: clamp(sum / FULL_SUM),
          peakOnBar: onBar(placed),
          startOnBar: onBar(start),
          always: 1,
        },
      };
    })
    .filter(({ start, peak }) => peak - start >= SHORTEST * sampleRate);
}

/** The rises of a sound in order of time; see `riseCandidates`. */
export const risesOf = (...from: Parameters<typeof riseCandidates>): Rise[] =>
  riseCandidates(...from).flatMap(({ facts, ...rise }) => {
    const byLevel = facts.straight ** 0.5 * clamp(facts.grown / FULL_GROWTH);
    const confidence = Math.max(chanceOf(facts, ODDS.rises), byLevel);
    return facts.grown === 0 && confidence < LEAST_CONFIDENCE ? [] : [{ ...rise, confidence }];
  });
