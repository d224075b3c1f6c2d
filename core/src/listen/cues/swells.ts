import { BAND_STEP_DECIBELS, BANDS, STRENGTH_RATE } from '../features/onset-strength.ts';

/** Steps in a second in which levels are compared, and strength frames a step. */
const STEP_RATE = 20;
const FRAMES_A_STEP = STRENGTH_RATE / STEP_RATE;
/**
 * Steps to either side over which the lowest level is taken: single attacks do not count, what
 * fills the gaps does.
 */
const ENVELOPE = 3;
/**
 * A peak is the highest within this many steps; the rise before it lasts at least so long and is at
 * least so high.
 */
const ALONE = 16;
const LEAST_STEPS = 26;
export const LEAST_DECIBELS = 8;
/** How nearly straight its growth in decibels must be. */
export const STRAIGHT = 0.85;
/** Steps by which a start is moved on where it is not. */
const STRIDE = 4;
/** Part of the growth that may come before it shows. */
const HIDDEN = 0.1;
/** How long it may not show, against the rest, before that is a part of another sound. */
const HIDDEN_LONG = 0.6;
/**
 * Looking back for the start: steps of the past that is compared, steps ahead, decibels of margin.
 */
const PAST = 10;
const AHEAD = 6;
const MARGIN = 1.5;
/**
 * Mean growth over the past, over all bands, that is more than chance, and steps without it that
 * end the search.
 */
const NEW = 0.06;
const PATIENCE = 10;
/** Steps of the longest rise that is looked for: 30 s. */
const LONGEST = 600;
/** Decibels of each band in each step; row s at [BANDS·s, BANDS·(s+1)). */
export function stepLevels(bands: Uint8Array): Float32Array {
  const steps = Math.floor(bands.length / BANDS / FRAMES_A_STEP);
  const levels = new Float32Array(steps * BANDS);
  for (let s = 0; s < steps; s++)
    for (let b = 0; b < BANDS; b++) {
      let sum = 0;
      for (let k = 0; k < FRAMES_A_STEP; k++) sum += bands[BANDS * (s * FRAMES_A_STEP + k) + b]!;
      levels[BANDS * s + b] = (sum * BAND_STEP_DECIBELS) / FRAMES_A_STEP;
    }
  return levels;
}

/** Mean of the bands in each step, and of that the lowest within `ENVELOPE` steps. */
export function lowEnvelope(levels: Float32Array): Float32Array {
  const mean = Float32Array.from({ length: levels.length / BANDS }, (_, s) => {
    let sum = 0;
    for (let b = 0; b < BANDS; b++) sum += levels[BANDS * s + b]!;
    return sum / BANDS;
  });
  return mean.map((_, s) =>
    Math.min(...mean.subarray(Math.max(0, s - ENVELOPE), s + ENVELOPE + 1)),
  );
}

/**
 * For each step, how much the bands after it exceed what they were before it, on average over
 * bands.
 */
function growthOf(levels: Float32Array): Float32Array {
  return Float32Array.from({ length: levels.length / BANDS }, (_, s) => {
    let total = 0;
    for (let b = 0; b < BANDS; b++) {
      let [past, ahead] = [0, 0];
      for (let k = Math.max(0, s - PAST); k < s; k++) past += levels[BANDS * k + b]!;
      for (let k = s; k < s + AHEAD; k++) ahead += levels[BANDS * k + b] ?? 0;
      total += Math.max(0, ahead / AHEAD - past / Math.max(1, Math.min(PAST, s)) - MARGIN);
    }
    return total / BANDS;
  });
}

/** The step at which the growth up to step `peak` began. */
function startOf(growth: Float32Array, peak: number): number {
  let start = peak - LEAST_STEPS / 2;
  const earliest = Math.max(0, peak - LONGEST);
  for (let s = start; s > earliest && start - s <= PATIENCE; s--) if (growth[s]! > NEW) start = s;
  // What lies ahead is seen before it is there.
  return Math.min(peak, start + AHEAD / 2);
}

/**
 * How well a straight line fits values that follow one another: the square of their correlation
 * with time, 0–1.
 */
function straightness(values: Float32Array): number {
  const middle = (values.length - 1) / 2;
  const mean = values.reduce((a, x) => a + x, 0) / values.length;
  let [xy, xx, yy] = [0, 0, 1e-9];
  values.forEach((y, i) => {
    xy += (i - middle) * (y - mean);
    xx += (i - middle) ** 2;
    yy += (y - mean) ** 2;
  });
  return xy > 0 ? (xy * xy) / (xx * yy) : 0;
}

/**
 * How much a swell grows in decibels, and how straight once it shows; its first part may lie under
 * louder sound.
 */
function shapeOf(swell: Float32Array): { grown: number; straight: number; shown: number } {
  const grown = swell.at(-1)! - swell[0]!;
  const shown = swell.findIndex((x) => x > swell[0]! + HIDDEN * grown);
  return { grown, shown, straight: shown < 0 ? 0 : straightness(swell.subarray(shown)) };
}

const steps = (from: number, to: number): number[] =>
  Array.from(
    { length: Math.max(0, Math.floor((to - from) / STRIDE) + 1) },
    (_, i) => from + i * STRIDE,
  );

/** A stretch that may be a rise, in seconds, and how straight and how far it grows. */
export interface Swell {
  readonly start: number;
  readonly peak: number;
  readonly straight: number;
  readonly grown: number;
}

/**
 * Stretches of at least 1.3 s in which what fills the gaps between attacks grows steadily, up to
 * where it breaks off. A start that lies under louder sound is told where it comes out of it.
 */
export function swells(levels: Float32Array, envelope: Float32Array): Swell[] {
  const growth = growthOf(levels);
  const found: Swell[] = [];
  let lastPeak = 0;
  for (let s = LEAST_STEPS; s < envelope.length; s++) {
    const near = envelope.subarray(Math.max(0, s - ALONE), s + ALONE + 1);
    if (envelope[s]! < Math.max(...near) || envelope[s] === envelope[s - 1]) continue;
    const first = Math.max(lastPeak, startOf(growth, s));
    const last = s - ENVELOPE;
    const lowest = envelope.subarray(first, last + 1).reduce((a, x) => Math.min(a, x), Infinity);
    if (envelope[last]! - lowest < LEAST_DECIBELS) continue;
    // What grew before it and stayed is no part of it: the earliest start from which it grows
    // straight.
    const start = steps(first, last - LEAST_STEPS).find(
      (k) => shapeOf(envelope.subarray(k, last + 1)).straight >= STRAIGHT,
    );
    if (start === undefined) continue;
    const { grown, straight, shown } = shapeOf(envelope.subarray(start, last + 1));
    // Where most of the first part shows nothing, the rise is taken to be straight there too.
    const straightFor = last - start - shown;
    const seen =
      shown > HIDDEN_LONG * straightFor
        ? start + shown - (HIDDEN / (1 - HIDDEN)) * straightFor
        : start;
    if (grown < LEAST_DECIBELS) continue;
    lastPeak = s;
    found.push({ start: seen / STEP_RATE, peak: s / STEP_RATE, straight, grown });
  }
  return found;
}

/** Decibels by which the level between attacks grows from one time (seconds) to another. */
export function envelopeGrowth(envelope: Float32Array, from: number, to: number): number {
  const levelAt = (time: number) =>
    envelope[Math.min(envelope.length - 1, Math.max(0, Math.round(time * STEP_RATE)))]!;
  return Math.max(0, levelAt(to - ENVELOPE / STEP_RATE) - levelAt(from));
}
