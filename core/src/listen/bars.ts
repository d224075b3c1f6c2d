import { peakAround } from './peaks.ts';
import { whitened } from './pulse.ts';
import { STRENGTH_RATE, type OnsetStrength } from './onset-strength.ts';

/** Where the bars start, as guessed from accents and harmony. */
export interface Bars {
  readonly beatsPerBar: number;
  /** Indexes of the first beat of each bar. */
  readonly downbeats: number[];
}

const METRES = [4, 3] as const;
/** How much better three in a bar must fit before it is believed over four, which is far more usual. */
const WALTZ_MARGIN = 2;
/** Weights of what marks a downbeat: an attack in the bass, a change of harmony over one and two beats; a back-beat less. */
const WEIGHTS = { low: 1.2, high: -0.3, harmony: 0.5 };
/** Advantage of the first beat, with which most pieces start their first bar. */
const FIRST_BEAT = 4;
/** What a bar of another length costs, against the accents: only a break in the music is worth it. */
const BREAK = 8;
/** Added to strengths before their logarithm, so that nothing is not infinitely weak. */
const GROUND = 0.3;

const standardised = (values: number[]): number[] => {
  const mean = values.reduce((a, x) => a + x, 0) / values.length;
  const deviation = Math.sqrt(values.reduce((a, x) => a + (x - mean) ** 2, 0) / values.length) + 1e-9;
  return values.map((x) => (x - mean) / deviation);
};

function chromaBetween(chroma: Float32Array, from: number, to: number): Float64Array {
  const sum = new Float64Array(12);
  for (let k = Math.max(0, from); k < to && 12 * k < chroma.length; k++)
    for (let c = 0; c < 12; c++) sum[c]! += chroma[12 * k + c]!;
  return sum;
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

/** How much the harmony of `count` beats from each beat on differs from that of as many before it, 0–1. */
function harmonyChange(spans: readonly Float64Array[], count: number): number[] {
  const summed = (from: number): Float64Array => {
    const sum = new Float64Array(12);
    for (let k = Math.max(0, from); k < Math.min(spans.length, from + count); k++)
      spans[k]!.forEach((x, c) => (sum[c]! += x));
    return sum;
  };
  return spans.map((_, i) => (i === 0 ? 0 : 1 - cosine(summed(i - count), summed(i))));
}

/** How much each beat (in strength frames) sounds like the first of a bar; about 0 on average. */
function accents(beatFrames: readonly number[], strength: OnsetStrength): number[] {
  const attack = (curve: Float32Array): number[] => {
    const white = whitened(curve);
    return standardised(beatFrames.map((f) => Math.log(GROUND + peakAround(white, f, 3))));
  };
  const spans = beatFrames.map((f, i) =>
    chromaBetween(strength.chroma, f + 2, beatFrames[i + 1] ?? f + STRENGTH_RATE / 2),
  );
  const [low, high] = [attack(strength.low), attack(strength.high)];
  const [next, wide] = [1, 2].map((count) => standardised(harmonyChange(spans, count))) as [number[], number[]];
  return beatFrames.map(
    (_, i) =>
      WEIGHTS.low * low[i]! +
      WEIGHTS.high * high[i]! +
      WEIGHTS.harmony * (next[i]! + wide[i]!) +
      (i === 0 ? FIRST_BEAT : 0),
  );
}

/** The best division of beats into bars of `metre`, by dynamic programming: the place of each beat and the mean score. */
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
    for (let place = 0; place < metre; place++) next[place]! += place === 0 ? (a * (metre - 1)) / metre : -a / metre;
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
 * Groups beats (in strength frames) into bars of three or four: downbeats tend to carry a low attack and a change of
 * harmony, and back-beats a high one. The metre whose first beats stand out most is taken. A bar may be cut short or
 * drawn out where the music breaks off.
 */
export function bars(beatFrames: readonly number[], strength: OnsetStrength): Bars {
  if (beatFrames.length < 2) return { beatsPerBar: 4, downbeats: beatFrames.length > 0 ? [0] : [] };
  const accent = accents(beatFrames, strength);
  const [four, three] = METRES.map((metre) => division(accent, metre)) as [
    ReturnType<typeof division>,
    ReturnType<typeof division>,
  ];
  const waltz = three.score > WALTZ_MARGIN * Math.max(0, four.score);
  const { places } = waltz ? three : four;
  return { beatsPerBar: waltz ? 3 : 4, downbeats: beatFrames.map((_, i) => i).filter((i) => places[i] === 0) };
}
