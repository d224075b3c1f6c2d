import { clamp } from '../../numbers/index.ts';
import { samples, seconds, type Samples } from '../../time/index.ts';
import { attackNear, CLEAR_RISE_DECIBELS } from '../beats/attack.ts';
import { chanceOf, ODDS } from '../beats/odds.ts';
import { FINE_RATE, type FineLevel } from '../features/fine-level.ts';
import { BAND_STEP_DECIBELS, BANDS, STRENGTH_RATE } from '../features/onset-strength.ts';
import type { AudioFeatures } from '../features/audio-features.ts';

/** A swell: sound that grows up to a peak. */
export interface Rise {
  readonly start: Samples;
  readonly peak: Samples;
  /** How much it grows: 1 for 30 dB over all bands, 0–1. */
  readonly strength: number;
  /** How sure it is that it is one, 0–1. */
  readonly confidence: number;
}

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
const LEAST_DECIBELS = 8;
/** How nearly straight its growth in decibels must be. */
const STRAIGHT = 0.85;
/** Steps by which a start is moved on where it is not. */
const STRIDE = 4;
/** Part of the growth that may come before it shows. */
const HIDDEN = 0.1;
/** How long it may not show, against the rest, before that is a part of another sound. */
const HIDDEN_LONG = 0.6;
/** Growth that counts as full strength. */
const FULL_DECIBELS = 30;
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
/**
 * Learned probability from which a step may be in a rise, and times that of the whole piece; steps
 * under it that end the rise.
 */
const LEARNED = 0.12;
const OVER_ALL = 1.8;
const LEARNED_GAP = 8;
/** Seconds over which the learned probability is taken before and after a peak. */
const EDGE = 0.6;
/** Seconds within which two peaks are the same, and from which two starts are not. */
const SAME_PEAK = 0.7;
const FAR_START = 1;
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

/** Decibels of each band in each step; row s at [BANDS·s, BANDS·(s+1)). */
function stepLevels(bands: Uint8Array): Float32Array {
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
function lowEnvelope(levels: Float32Array): Float32Array {
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
interface Swell {
  readonly start: number;
  readonly peak: number;
  readonly straight: number;
  readonly grown: number;
}

/**
 * Stretches of at least 1.3 s in which what fills the gaps between attacks grows steadily, up to
 * where it breaks off. A start that lies under louder sound is told where it comes out of it.
 */
function swells(levels: Float32Array, envelope: Float32Array): Swell[] {
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

/** Stretches that the network takes for rises, in seconds. */
function learnedStretches(rise: Float32Array): { readonly start: number; readonly peak: number }[] {
  const found: { start: number; peak: number }[] = [];
  const all = rise.reduce((sum, x) => sum + x, 0) / Math.max(1, rise.length);
  const least = Math.max(LEARNED, OVER_ALL * all);
  for (let s = 0; s < Math.floor(rise.length / FRAMES_A_STEP); s++) {
    if (rise[s * FRAMES_A_STEP]! < least) continue;
    const last = found.at(-1);
    if (last && s - last.peak <= LEARNED_GAP) last.peak = s + 1;
    else found.push({ start: s, peak: s + 1 });
  }
  return found
    .filter(({ start, peak }) => peak - start >= LEAST_STEPS)
    .map(({ start, peak }) => ({ start: start / STEP_RATE, peak: peak / STEP_RATE }));
}

/** What speaks for a rise or against it; each 0 to 1. */
export interface RiseFacts {
  /** How straight it grows, and how far, where it was found by its level. */
  readonly straight: number;
  readonly grown: number;
  /** Learned probability during it, and how far that falls at its peak. */
  readonly learned: number;
  readonly edge: number;
  readonly always: number;
}

/** A stretch that may be a rise, with what speaks for it. */
export interface RiseCandidate extends Omit<Rise, 'confidence'> {
  readonly facts: RiseFacts;
}

/**
 * Stretches that may be rises, in order of their peaks: found by level, by what was learned, or by
 * both. The peak is moved onto the attack there, when there is one.
 */
export function riseCandidates(
  { strength, fine, sampleRate, length }: AudioFeatures,
  rise: Float32Array,
): RiseCandidate[] {
  const levels = stepLevels(strength.bands);
  const envelope = lowEnvelope(levels);
  const at = (time: number) =>
    samples(Math.min(length - 1, Math.max(0, Math.round(time * sampleRate))));
  const mean = (from: number, to: number): number => {
    const some = rise.subarray(
      Math.max(0, Math.round(from * STRENGTH_RATE)),
      Math.max(0, Math.round(to * STRENGTH_RATE)),
    );
    return some.reduce((a, x) => a + x, 0) / Math.max(1, some.length);
  };
  const told = learnedStretches(rise);
  const found = swells(levels, envelope);
  const ends = (a: { readonly peak: number }, b: { readonly peak: number }) =>
    Math.abs(a.peak - b.peak) <= SAME_PEAK;
  const all: Swell[] = [
    ...found.map((swell) => {
      const same = told.find((t) => ends(t, swell));
      return same && Math.abs(same.start - swell.start) > FAR_START
        ? { ...swell, start: same.start }
        : swell;
    }),
    ...told
      .filter((t) => !found.some((swell) => ends(t, swell)))
      .map((t) => ({ ...t, straight: 0, grown: 0 })),
  ];
  return all
    .toSorted((a, b) => a.peak - b.peak)
    .map(({ start, peak, straight, grown }) => ({
      start: at(start),
      peak: at(loudestAttack(fine, peak) ?? fallNear(fine.bright, peak)),
      strength: clamp((grown || grownOf(envelope, start, peak)) / FULL_DECIBELS),
      facts: {
        straight: clamp((straight - STRAIGHT) / (1 - STRAIGHT)),
        grown: clamp(grown / FULL_DECIBELS),
        learned: mean(start, peak),
        edge: mean(peak - EDGE, peak) - mean(peak, peak + EDGE),
        always: 1,
      },
    }))
    .filter(({ start, peak }) => peak > start);
}

/** Decibels by which the level between attacks grows from one time to another. */
const grownOf = (envelope: Float32Array, from: number, to: number): number => {
  const levelAt = (time: number) =>
    envelope[Math.min(envelope.length - 1, Math.max(0, Math.round(time * STEP_RATE)))]!;
  return Math.max(0, levelAt(to - ENVELOPE / STEP_RATE) - levelAt(from));
};

/** The rises of a sound in order of time; see `riseCandidates`. */
export const risesOf = (...from: Parameters<typeof riseCandidates>): Rise[] =>
  riseCandidates(...from).flatMap(({ facts, ...rise }) => {
    const byLevel = facts.straight ** 0.5 * clamp(facts.grown / FULL_GROWTH);
    const confidence = Math.max(chanceOf(facts, ODDS.rises), byLevel);
    return facts.grown === 0 && confidence < LEAST_CONFIDENCE ? [] : [{ ...rise, confidence }];
  });
