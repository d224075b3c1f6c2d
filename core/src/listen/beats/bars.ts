import { repetition, standardised } from './metre.ts';
import { peakAround } from '../../numbers/index.ts';
import { whitened } from './pulse.ts';
import {
  BAND_STEP_DECIBELS,
  BANDS,
  STRENGTH_RATE,
  type OnsetStrength,
} from '../features/onset-strength.ts';

/** Where the bars start, as guessed from accents and harmony. */
export interface Bars {
  readonly beatsPerBar: number;
  /** Indexes of the first beat of each bar. */
  readonly downbeats: number[];
}

/** Least repetition of a bar that is believed. */
const LEAST_REPETITION = 0.08;
/** How much more six beats must repeat than three to be one bar. */
const DOUBLE_BAR = 2.5;
/**
 * Standard errors by which the first beat of four must exceed the third, or it is two bars of two.
 */
const CLEAR_DIFFERENCE = 1.2;
/**
 * Weights of what marks a downbeat: an attack in the bass, a change of harmony and of the bass's
 * colour from the beat and from the bar before; a back-beat less.
 */
const WEIGHTS = { low: 0.6, high: -0.4, harmony: 0.5, bass: 0.5 };
/** Mel bands, from the lowest, whose levels are the bass's colour. */
const BASS_BANDS = 12;
/** Advantage of the first beat, with which most pieces start their first bar. */
const FIRST_BEAT = 4;
/**
 * What a bar of another length costs, against the accents: only a break in the music is worth it.
 */
const BREAK = 8;
/** Added to strengths before their logarithm, so that nothing is not infinitely weak. */
const GROUND = 0.3;

/** Twelve pitch classes added up from each beat to the next. */
const harmonies = (beatFrames: readonly number[], { chroma }: OnsetStrength): Float64Array[] =>
  summed(beatFrames, 12, (frame, c) => chroma[12 * frame + c] ?? 0);

/** Amplitudes of the lowest mel bands added up from each beat to the next. */
const basses = (beatFrames: readonly number[], { bands }: OnsetStrength): Float64Array[] =>
  summed(
    beatFrames,
    BASS_BANDS,
    (frame, b) => 10 ** (((bands[BANDS * frame + b] ?? 0) * BAND_STEP_DECIBELS) / 20),
  );

/**
 * Values added up over the frames of each beat; the first two, which hold the attack, are left out.
 */
function summed(
  beatFrames: readonly number[],
  size: number,
  value: (frame: number, index: number) => number,
): Float64Array[] {
  return beatFrames.map((from, i) => {
    const sum = new Float64Array(size);
    for (let k = from + 2; k < (beatFrames[i + 1] ?? from + STRENGTH_RATE / 2); k++)
      for (let c = 0; c < size; c++) sum[c]! += value(k, c);
    return sum;
  });
}

function cosine(a: Float64Array, b: Float64Array): number {
  let [dot, aa, bb] = [0, 1e-12, 1e-12];
  for (let i = 0; i < a.length; i++) {
    dot += a[i]! * b[i]!;
    aa += a[i]! * a[i]!;
    bb += b[i]! * b[i]!;
  }
  return dot / Math.sqrt(aa * bb);
}

/**
 * How much the colour of `count` beats from each beat on differs from that of as many before it,
 * 0–1.
 */
function change(spans: readonly Float64Array[], count: number): number[] {
  const together = (from: number): Float64Array => {
    const sum = new Float64Array(spans[0]?.length ?? 0);
    for (let k = Math.max(0, from); k < Math.min(spans.length, from + count); k++)
      spans[k]!.forEach((x, c) => (sum[c]! += x));
    return sum;
  };
  return spans.map((_, i) => (i === 0 ? 0 : 1 - cosine(together(i - count), together(i))));
}

/**
 * How much each beat (in strength frames) sounds like the first of a bar of `metre`; about 0 on
 * average.
 */
function accents(beatFrames: readonly number[], strength: OnsetStrength, metre: number): number[] {
  const attack = (curve: Float32Array): number[] => {
    const white = whitened(curve);
    return standardised(beatFrames.map((f) => Math.log(GROUND + peakAround(white, f, 3))));
  };
  const [low, high] = [attack(strength.low), attack(strength.high)];
  const changes = (spans: readonly Float64Array[]): number[] => {
    const [next, bar] = [standardised(change(spans, 1)), standardised(change(spans, metre))];
    return next.map((x, i) => x + bar[i]!);
  };
  const [harmony, bass] = [
    changes(harmonies(beatFrames, strength)),
    changes(basses(beatFrames, strength)),
  ];
  return beatFrames.map(
    (_, i) =>
      WEIGHTS.low * low[i]! +
      WEIGHTS.high * high[i]! +
      WEIGHTS.harmony * harmony[i]! +
      WEIGHTS.bass * bass[i]! +
      (i === 0 ? FIRST_BEAT : 0),
  );
}

/**
 * The best division of beats into bars of `metre`, by dynamic programming: the place of each beat
 * and the mean score.
 */
function division(accent: readonly number[], metre: number): { score: number; places: number[] } {
  let scores = new Float64Array(metre);
  const cameFrom: Int8Array[] = [];
  accent.forEach((a, i) => {
    const next = new Float64Array(metre).fill(-Infinity);
    const from = new Int8Array(metre);
    for (let place = 0; place < metre; place++)
      for (let before = 0; before < metre; before++) {
        const score = scores[before]! - (i === 0 || (before + 1) % metre === place ? 0 : BREAK);
        if (score > next[place]!) [next[place], from[place]] = [score, before];
      }
    // Without accents no metre gains: what the first of the bar wins, the others lose.
    for (let place = 0; place < metre; place++)
      next[place]! += place === 0 ? (a * (metre - 1)) / metre : -a / metre;
    scores = next;
    cameFrom.push(from);
  });
  let place = scores.indexOf(Math.max(...scores));
  const score = (scores[place]! / accent.length) * (metre / (metre - 1));
  const places = new Array<number>(accent.length);
  for (let i = accent.length - 1; i >= 0; i--) {
    places[i] = place;
    place = cameFrom[i]![place]!;
  }
  return { score, places };
}

/**
 * The number of beats in a bar, 2 to 7, by what repeats and where accents fall. Four is by far the
 * most usual: another must repeat more.
 */
function metreOf(beatFrames: readonly number[], strength: OnsetStrength): number {
  const repeats = repetition(beatFrames, strength);
  const four = Math.max(LEAST_REPETITION, repeats[4]!);
  const odd = [3, 5, 7].reduce((best, m) => (repeats[m]! > repeats[best]! ? m : best));
  if (repeats[odd]! > four) return odd === 3 && repeats[6]! > DOUBLE_BAR * repeats[3]! ? 6 : odd;
  if (repeats[6]! > four && repeats[6]! > DOUBLE_BAR * repeats[3]!) return 6;
  if (repeats[2]! < four) return 4;
  const accent = accents(beatFrames, strength, 4);
  const { places } = division(accent, 4);
  const at = (place: number) => accent.filter((_, i) => places[i] === place);
  return difference(at(0), at(2)) < CLEAR_DIFFERENCE ? 2 : 4;
}

/** By how many standard errors the mean of one list exceeds that of another (Welch 1947). */
function difference(a: readonly number[], b: readonly number[]): number {
  const mean = (list: readonly number[]) => list.reduce((sum, x) => sum + x, 0) / list.length;
  const error = (list: readonly number[]) => {
    const middle = mean(list);
    return list.reduce((sum, x) => sum + (x - middle) ** 2, 0) / list.length ** 2;
  };
  return (mean(a) - mean(b)) / Math.sqrt(error(a) + error(b) + 1e-9);
}

/**
 * Groups beats (in strength frames) into bars: downbeats tend to carry a low attack and a change of
 * harmony, and back-beats a high one. A bar may be cut short or drawn out where the music breaks
 * off.
 */
export function bars(beatFrames: readonly number[], strength: OnsetStrength): Bars {
  if (beatFrames.length < 2) return { beatsPerBar: 4, downbeats: beatFrames.length > 0 ? [0] : [] };
  const beatsPerBar = metreOf(beatFrames, strength);
  const accent = accents(beatFrames, strength, beatsPerBar);
  const { places } = division(accent, beatsPerBar);
  return { beatsPerBar, downbeats: beatFrames.map((_, i) => i).filter((i) => places[i] === 0) };
}
