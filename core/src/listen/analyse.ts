import { beatsPerMinute, CaesuraError, samples, seconds } from '../time/index.ts';
import type { Analysis, Beat } from './analysis.ts';
import { attackNear, CLEAR_RISE_DECIBELS } from './attack.ts';
import { bars } from './bars.ts';
import { settledLevel } from './beat-level.ts';
import { beatPath } from './beat-path.ts';
import { onsetStrength, STRENGTH_RATE, type OnsetStrength } from './onset-strength.ts';
import { unswung } from './swing.ts';
import { pulse, whitened, type Pulse } from './pulse.ts';

/** Sound to analyse: one channel of samples, nominally −1 to 1. */
export interface Sound {
  readonly mono: Float32Array;
  readonly sampleRate: number;
}

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

const median = (values: number[]): number => {
  const sorted = values.toSorted((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
};

const clamp = (x: number): number => Math.min(1, Math.max(0, x));

/**
 * Moves each beat onto its attack. A beat without a clear attack, or whose attack disagrees with its
 * neighbours, is placed by the deviation of those that have one, so that it keeps the pulse.
 */
function placed(beatFrames: readonly number[], { mono, sampleRate }: Sound): number[] {
  const found = beatFrames.map((frame) => {
    const guess = seconds(frame / STRENGTH_RATE);
    const attack = attackNear(mono, sampleRate, guess);
    return { guess, shift: attack.at - guess, clear: attack.riseDecibels >= CLEAR_RISE_DECIBELS };
  });
  return found.map(({ guess, shift, clear }, i) => {
    const near = found.slice(Math.max(0, i - 4), i + 5).filter((f) => f.clear);
    if (near.length === 0) return guess;
    const usual = median(near.map((f) => f.shift));
    return guess + (clear && Math.abs(shift - usual) < 0.03 ? shift : usual);
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

function confidences(beatFrames: readonly number[], strength: Float32Array, { clarity, step, rows }: Pulse): number[] {
  return beatFrames.map((frame, i) => {
    const periodic = clamp((clarity[Math.min(rows - 1, Math.round(frame / step))]! - CHANCE) / (CLEAR - CHANCE));
    return Math.sqrt(periodic * contrast(beatFrames, strength, i));
  });
}

function strengths(beatFrames: readonly number[], strength: Float32Array): number[] {
  const heights = beatFrames.map((f) => Math.max(0, ...strength.subarray(Math.max(0, f - 3), f + 4)));
  const strongest = heights.toSorted((a, b) => a - b)[Math.floor(heights.length * 0.95)] ?? 0;
  return heights.map((h) => (strongest > 0 ? clamp(h / strongest) : 0));
}

/** Throws when there are no samples or the sample rate is out of range. */
export function checkSound({ mono, sampleRate }: Sound): void {
  if (!Number.isSafeInteger(sampleRate) || sampleRate < 8000 || sampleRate > 384000)
    throw new CaesuraError(
      'bad-sound',
      `A sample rate of ${sampleRate} Hz cannot be analysed.`,
      'Use a file between 8 and 384 kHz.',
    );
  if (mono.length === 0) throw new CaesuraError('bad-sound', 'The file holds no sound.', 'Choose another file.');
}

/**
 * Beats on their attacks, bars and tempo of a sound whose onset strength is known. Silence, or less than a second,
 * gives no beats. Yields the fraction done.
 */
export function* beatSteps(sound: Sound, strength: OnsetStrength): Generator<number, Analysis> {
  const { mono, sampleRate } = sound;
  const nothing: Analysis = {
    sampleRate,
    length: samples(mono.length),
    beats: [],
    downbeats: [],
    beatsPerBar: 4,
    tempo: null,
    confidence: 0,
  };
  if (mono.length < SHORTEST * sampleRate) return nothing;
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
  const beatFrames = unswung(settledLevel(tracked.value, all, low), all).filter((f) => strength.level[f]! > SILENCE);
  if (beatFrames.length < 2) return nothing;

  const times = placed(beatFrames, sound);
  const strong = strengths(beatFrames, strength.all);
  const sure = confidences(beatFrames, curve, periodicity);
  const { beatsPerBar, downbeats } = bars(beatFrames, strength);
  const beats: Beat[] = times.map((t, i) => ({
    at: samples(Math.min(mono.length - 1, Math.max(0, Math.round(t * sampleRate)))),
    strength: strong[i]!,
    confidence: sure[i]!,
  }));
  // Over several beats, so that the placing of one counts little.
  const span = Math.min(TEMPO_SPAN, times.length - 1);
  const intervals = times.slice(span).map((t, i) => (t - times[i]!) / span);
  return {
    ...nothing,
    beats,
    downbeats,
    beatsPerBar,
    tempo: beatsPerMinute(60 / median(intervals)),
    confidence: median(sure),
  };
}

/** Runs steps whose fractions fill the part of the whole from `from` to `to`. */
export function* part<T>(steps: Generator<number, T>, from: number, to: number): Generator<number, T> {
  let step = steps.next();
  while (!step.done) {
    yield from + (to - from) * step.value;
    step = steps.next();
  }
  return step.value;
}

/**
 * Listens to a sound for its beats. Yields the fraction done, so that a caller can show progress and stop between
 * steps. Throws when there are no samples or the sample rate is out of range.
 */
export function* analysisSteps(sound: Sound): Generator<number, Analysis> {
  checkSound(sound);
  const strength = yield* part(onsetStrength(sound.mono, sound.sampleRate), 0, 0.7);
  return yield* part(beatSteps(sound, strength), 0.7, 1);
}

/** Runs all of `analysisSteps`, telling the fraction done. */
export function analyse(sound: Sound, onProgress?: (fraction: number) => void): Analysis {
  const steps = analysisSteps(sound);
  let step = steps.next();
  while (!step.done) {
    onProgress?.(step.value);
    step = steps.next();
  }
  return step.value;
}
