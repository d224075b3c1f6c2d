import { clamp, median } from '../../numbers/index.ts';
import { beatsPerMinute, samples, seconds } from '../../time/index.ts';
import type { Analysis, Beat } from '../analysis.ts';
import type { AudioFeatures } from '../features/audio-features.ts';
import type { FineLevel } from '../features/fine-level.ts';
import { STRENGTH_RATE } from '../features/onset-strength.ts';
import { attackNear, CLEAR_RISE_DECIBELS } from './attack.ts';
import { bars } from './bars.ts';
import { settledLevel } from './beat-level.ts';
import { beatPath } from './beat-path.ts';
import { compoundBeats } from './compound.ts';
import { pulse, whitened, type Pulse } from './pulse.ts';
import { steadied } from './steady-beats.ts';
import { unswung } from './swing.ts';

/** Level under which a file counts as silent: −80 dB of full scale. */
const SILENCE = 1e-4;
/** Seconds under which there is nothing to track. */
const SHORTEST = 1;
/** Weight of the bass beside all bands together. */
const BASS_SHARE = 0.5;
/** Beats over which the tempo is measured. */
const TEMPO_SPAN = 8;
/** Periodicity that noise reaches by chance, and that a clear beat has. */
const CHANCE = 0.1;
const CLEAR = 0.4;

/**
 * Moves each beat onto its attack. A beat without a clear attack, or whose attack disagrees with
 * its neighbours, is placed by the deviation of those that have one, so that it keeps the pulse.
 */
function placed(beatFrames: readonly number[], fine: FineLevel): number[] {
  const found = beatFrames.map((frame) => {
    const guess = seconds(frame / STRENGTH_RATE);
    const attack = attackNear(fine, guess);
    return { guess, shift: attack.at - guess, clear: attack.riseDecibels >= CLEAR_RISE_DECIBELS };
  });
  return found.map(({ guess, shift, clear }, i) => {
    const near = found.slice(Math.max(0, i - 8), i + 9).filter((f) => f.clear);
    if (near.length === 0) return guess;
    const usual = median(near.map((f) => f.shift));
    return guess + (clear && Math.abs(shift - usual) < 0.014 ? shift : usual);
  });
}

/** How far the attacks on the beats stand above those elsewhere, around beat i, 0–1. */
function contrast(beatFrames: readonly number[], strength: Float32Array, i: number): number {
  const from = Math.max(0, i - 4);
  const to = Math.min(beatFrames.length - 1, i + 4);
  let on = 0;
  for (let b = from; b <= to; b++)
    on += Math.max(...strength.subarray(Math.max(0, beatFrames[b]! - 2), beatFrames[b]! + 3), 0);
  on /= to - from + 1;
  const span = strength.subarray(beatFrames[from]!, beatFrames[to]! + 1);
  const mean = span.reduce((a, x) => a + x, 0) / Math.max(1, span.length);
  return clamp((on - mean) / (on + mean + 1e-9));
}

function confidences(
  beatFrames: readonly number[],
  strength: Float32Array,
  { clarity, step, rows }: Pulse,
): number[] {
  return beatFrames.map((frame, i) => {
    const periodic = clamp(
      (clarity[Math.min(rows - 1, Math.round(frame / step))]! - CHANCE) / (CLEAR - CHANCE),
    );
    return Math.sqrt(periodic * contrast(beatFrames, strength, i));
  });
}

function strengths(beatFrames: readonly number[], strength: Float32Array): number[] {
  const heights = beatFrames.map((f) =>
    Math.max(0, ...strength.subarray(Math.max(0, f - 3), f + 4)),
  );
  const strongest = heights.toSorted((a, b) => a - b)[Math.floor(heights.length * 0.95)] ?? 0;
  return heights.map((h) => (strongest > 0 ? clamp(h / strongest) : 0));
}

/**
 * Beats on their attacks, bars and tempo of a sound whose onset strength is known. Silence, or less
 * than a second, gives no beats. Yields the fraction done.
 */
export function* beatProgress({
  strength,
  fine,
  sampleRate,
  length,
}: AudioFeatures): Generator<number, Analysis> {
  const nothing: Analysis = {
    sampleRate,
    length: length,
    beats: [],
    downbeats: [],
    beatsPerBar: 4,
    tempo: null,
    confidence: 0,
  };
  if (length < SHORTEST * sampleRate) return nothing;
  if (!strength.level.some((level) => level > SILENCE)) return nothing;

  // The bass by itself as well: what it marks is more often the beat than what the treble marks.
  const [all, low] = [whitened(strength.all), whitened(strength.low)];
  const curve = all.map((x, i) => (x + BASS_SHARE * low[i]!) / (1 + BASS_SHARE));
  const periodicity = pulse(curve);
  yield 0.25;
  const tracking = beatPath(curve, periodicity);
  let tracked = tracking.next();
  while (!tracked.done) {
    yield 0.25 + 0.6 * tracked.value;
    tracked = tracking.next();
  }
  const level = steadied(settledLevel(tracked.value, all, low), curve);
  let beatFrames = unswung(level, all).filter((f) => strength.level[f]! > SILENCE);
  if (beatFrames.length < 2) return nothing;
  let grouped = bars(beatFrames, strength);
  const compound =
    grouped.beatsPerBar === 3 ? compoundBeats(beatFrames, grouped.downbeats, all) : null;
  if (compound) [beatFrames, grouped] = [compound, bars(compound, strength)];

  const times = placed(beatFrames, fine);
  const strong = strengths(beatFrames, strength.all);
  const sure = confidences(beatFrames, curve, periodicity);
  const beats: Beat[] = times.map((t, i) => ({
    at: samples(Math.min(length - 1, Math.max(0, Math.round(t * sampleRate)))),
    strength: strong[i]!,
    confidence: sure[i]!,
  }));
  // Over several beats, so that the placing of one counts little.
  const span = Math.min(TEMPO_SPAN, times.length - 1);
  const intervals = times.slice(span).map((t, i) => (t - times[i]!) / span);
  return {
    ...nothing,
    beats,
    ...grouped,
    tempo: beatsPerMinute(60 / median(intervals)),
    confidence: median(sure),
  };
}
