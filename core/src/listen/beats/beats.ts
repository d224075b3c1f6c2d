import { clamp, median } from '../../numbers/index.ts';
import { beatsPerMinute, part, samples } from '../../time/index.ts';
import type { Analysis, Beat } from '../analysis.ts';
import type { AudioFeatures } from '../features/audio-features.ts';
import { barsByLikelihood } from './bars.ts';
import { beatFacts, confidenceOf } from './confidence.ts';
import { evidenceOf, highestNear, type Evidence, type LearnedBeats } from './evidence.ts';
import { learnedBeats } from './learned-beats.ts';
import { madeBeats, type Track } from './made-beats.ts';
import { likelihoods, ODDS, weighed } from './odds.ts';
import { onOneGrid } from './one-grid.ts';
import { otherReadings } from './other-readings.ts';
import { placed } from './placing.ts';
import { candidates, type Candidate } from './readings.ts';

/** Level under which a file counts as silent: −80 dB of full scale. */
const SILENCE = 1e-4;
/** Frames from a beat within which something must sound: half a second. */
const HEARD_NEAR = 50;
/** Seconds under which there is nothing to track. */
const SHORTEST = 1;
/** Beats over which the tempo is measured. */
const TEMPO_SPAN = 8;

function strengths(beatFrames: readonly number[], strength: Float32Array): number[] {
  const heights = beatFrames.map((f) =>
    Math.max(0, ...strength.subarray(Math.max(0, f - 3), f + 4)),
  );
  const strongest = heights.toSorted((a, b) => a - b)[Math.floor(heights.length * 0.95)] ?? 0;
  return heights.map((h) => (strongest > 0 ? clamp(h / strongest) : 0));
}

/** What both ears follow, the ways to read it, and how likely each is. */
export interface Weighing {
  readonly made: Track;
  readonly learned: Track;
  readonly weighing: readonly Candidate[];
  /** Of each reading, and at the end of there being no beat. */
  readonly likely: readonly number[];
}

/** Weighs the ways to read the beats of a sound. Yields the fraction done. */
export function* weighedReadings(evidence: Evidence): Generator<number, Weighing> {
  const onGrid = (track: Track): Track => ({
    ...track,
    frames: onOneGrid(track.frames, evidence),
  });
  const made = onGrid(yield* part(madeBeats(evidence.white), 0, 0.5));
  const learned = onGrid(yield* part(learnedBeats(evidence.beat), 0.5, 1));
  const weighing = candidates(made, learned, evidence);
  const likely = likelihoods([
    ...weighing.map(({ facts }) => weighed({ ...facts, none: 0 }, ODDS.readings)),
    ODDS.readings.none,
  ]);
  return { made, learned, weighing, likely };
}

/**
 * Beats on their attacks, bars and tempo of a sound whose onset strength is known: the likeliest of
 * the ways in which two ears can hear it, one by rules and one that learned. Silence, or less than
 * a second, gives no beats. Yields the fraction done.
 */
export function* beatProgress(
  { strength, fine, sampleRate, length }: AudioFeatures,
  curves: LearnedBeats,
): Generator<number, Analysis> {
  const nothing: Analysis = {
    sampleRate,
    length: length,
    beats: [],
    downbeats: [],
    beatsPerBar: 4,
    tempo: null,
    confidence: 0,
    readings: [],
  };
  if (length < SHORTEST * sampleRate) return nothing;
  if (!strength.level.some((level) => level > SILENCE)) return nothing;

  const evidence = evidenceOf(strength, curves);
  const { made, learned, weighing, likely } = yield* part(weighedReadings(evidence), 0, 0.9);
  const heard = weighing.reduce((best, _, i) => (likely[i]! > likely[best]! ? i : best), 0);
  const sounding = (frames: readonly number[]) =>
    frames.filter((f) => highestNear(strength.level, f, HEARD_NEAR) > SILENCE);
  const beatFrames = sounding(weighing[heard]?.frames ?? []);
  if (beatFrames.length < 2) return nothing;
  const grouped = barsByLikelihood(beatFrames, evidence);

  const times = placed(beatFrames, fine);
  const strong = strengths(beatFrames, strength.all);
  const sure = beatFacts(beatFrames, likely[heard]!, { made, learned, beat: curves.beat }).map(
    confidenceOf,
  );
  const sampleOf = (time: number) =>
    samples(Math.min(length - 1, Math.max(0, Math.round(time * sampleRate))));
  const beats: Beat[] = times.map((t, i) => ({
    at: sampleOf(t),
    strength: strong[i]!,
    confidence: sure[i]!,
  }));
  // Over several beats, so that the placing of one counts little.
  const span = Math.min(TEMPO_SPAN, times.length - 1);
  const intervals = times.slice(span).map((t, i) => (t - times[i]!) / span);
  return {
    ...nothing,
    beats,
    downbeats: grouped[0]!.downbeats,
    beatsPerBar: grouped[0]!.beatsPerBar,
    tempo: beatsPerMinute(60 / median(intervals)),
    confidence: median(sure),
    readings: otherReadings(
      weighing.flatMap((reading, i) =>
        i === heard
          ? []
          : [{ ...reading, frames: sounding(reading.frames), likelihood: likely[i]! }],
      ),
      { frames: beatFrames, likelihood: likely[heard]!, bars: grouped, evidence, fine, sampleOf },
    ),
  };
}
