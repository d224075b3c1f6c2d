import FFT from 'fft.js';
import { STRENGTH_RATE } from '../features/onset-strength.ts';

/** Slowest and fastest tempo looked for, beats a minute. */
export const SLOWEST_TEMPO = 50;
export const FASTEST_TEMPO = 220;

/** Beat periods looked for, in strength frames: one state each. */
export const SHORTEST_PERIOD = Math.floor((60 * STRENGTH_RATE) / FASTEST_TEMPO);
export const LONGEST_PERIOD = Math.ceil((60 * STRENGTH_RATE) / SLOWEST_TEMPO);
export const PERIODS = LONGEST_PERIOD - SHORTEST_PERIOD + 1;

const WINDOW = 8 * STRENGTH_RATE;
const STEP = STRENGTH_RATE / 2;
/** Multiples of the period whose agreement is added up: a beat, two beats, a bar. */
const MULTIPLES = [1, 2, 3, 4];
const PREFERRED_TEMPO = 115;
const PREFERENCE_OCTAVES = 0.75;

/** How well each beat period fits the sound around each moment. */
export interface Pulse {
  /** Row r (moment r·`step` frames) at [PERIODS·r, PERIODS·(r+1)): fit of each period, 0–1. */
  readonly fit: Float32Array;
  /** Frames between rows. */
  readonly step: number;
  readonly rows: number;
  /**
   * Height of the best periodicity in each row, −1 to 1: about 0 for noise, above 0.3 for a clear
   * beat.
   */
  readonly clarity: Float32Array;
}

/**
 * Removes the slow part of a strength curve and brings it to unit deviation, so that quiet passages
 * count.
 */
export function whitened(strength: Float32Array): Float32Array {
  const half = Math.round(STRENGTH_RATE * 0.5);
  const sums = new Float64Array(strength.length + 1);
  const squares = new Float64Array(strength.length + 1);
  strength.forEach((x, i) => {
    sums[i + 1] = sums[i]! + x;
    squares[i + 1] = squares[i]! + x * x;
  });
  const wide = STRENGTH_RATE * 4;
  const whole = Math.sqrt(squares[strength.length]! / Math.max(1, strength.length));
  return strength.map((x, i) => {
    const [a, b] = [Math.max(0, i - half), Math.min(strength.length, i + half + 1)];
    const [c, d] = [Math.max(0, i - wide), Math.min(strength.length, i + wide + 1)];
    const mean = (sums[b]! - sums[a]!) / (b - a);
    const local = Math.sqrt((squares[d]! - squares[c]!) / (d - c));
    return Math.max(0, x - mean) / (0.7 * local + 0.3 * whole + 1e-6);
  });
}

/** How usual the tempo of each period is, log-normal. */
const USUAL = Float64Array.from({ length: PERIODS }, (_, p) => {
  const tempo = (60 * STRENGTH_RATE) / (SHORTEST_PERIOD + p);
  const octaves = Math.log2(tempo / PREFERRED_TEMPO) / PREFERENCE_OCTAVES;
  return Math.exp(-0.5 * octaves * octaves);
});

const FFT_SIZE = 2048;
const fft = new FFT(FFT_SIZE);

// One set of buffers for all windows: making them anew costs as much as the transforms.
const padded = new Float64Array(FFT_SIZE);
const spectrum = new Float64Array(2 * FFT_SIZE);
const back = new Float64Array(2 * FFT_SIZE);

/**
 * Sums of products of a curve of up to 1024 values with itself, by the Wiener–Khinchin theorem:
 * that at a lag is found at twice the lag, until the next call.
 */
function autocorrelation(curve: Float32Array): Float64Array {
  padded.fill(0);
  padded.set(curve);
  fft.realTransform(spectrum, padded);
  fft.completeSpectrum(spectrum);
  for (let i = 0; i < 2 * FFT_SIZE; i += 2) {
    spectrum[i] = spectrum[i]! ** 2 + spectrum[i + 1]! ** 2;
    spectrum[i + 1] = 0;
  }
  fft.inverseTransform(back, spectrum);
  return back;
}

/**
 * Autocorrelation of the onset strength in windows of 8 s, added up over one to four beats,
 * weighted by how usual the tempo is (log-normal about 115 BPM; the form after Ellis 2007, the
 * figures ours).
 */
export function pulse(strength: Float32Array): Pulse {
  const rows = Math.max(1, Math.ceil(strength.length / STEP));
  const fit = new Float32Array(rows * PERIODS);
  const clarity = new Float32Array(rows);
  const longest = LONGEST_PERIOD * MULTIPLES.at(-1)! + 2;
  const correlation = new Float32Array(longest + 1);
  for (let row = 0; row < rows; row++) {
    const from = Math.max(0, row * STEP - WINDOW / 2);
    const to = Math.min(strength.length, row * STEP + WINDOW / 2);
    const part = strength.subarray(from, to);
    const mean = part.reduce((a, x) => a + x, 0) / Math.max(1, part.length);
    const centred = part.map((x) => x - mean);
    const sums = autocorrelation(centred);
    const power = sums[0]! + 1e-9;
    for (let lag = 0; lag <= longest; lag++) {
      const sum = lag < centred.length ? sums[2 * lag]! : 0;
      // Unbiased up to twice the height: short windows hold few products at long lags.
      const share = Math.max(0.5, (centred.length - lag) / Math.max(1, centred.length));
      correlation[lag] = sum / power / share;
    }
    let best = 0;
    for (let p = 0; p < PERIODS; p++) {
      const period = SHORTEST_PERIOD + p;
      let sum = 0;
      let count = 0;
      for (const multiple of MULTIPLES) {
        const lag = period * multiple;
        if (lag > part.length / 2) continue;
        sum += Math.max(correlation[lag - 1]!, correlation[lag]!, correlation[lag + 1]!);
        count++;
      }
      const height = count > 0 ? sum / count : 0;
      if (height > clarity[row]!) clarity[row] = height;
      const value = Math.max(0, height) * USUAL[p]!;
      fit[row * PERIODS + p] = value;
      best = Math.max(best, value);
    }
    for (let p = 0; p < PERIODS; p++) fit[row * PERIODS + p]! /= best + 1e-9;
  }
  return { fit, step: STEP, rows, clarity };
}
