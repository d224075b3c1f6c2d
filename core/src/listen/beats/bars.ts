import { likelihoods, logOdds, ODDS, weighed } from './odds.ts';
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

/** What marks the beats of a piece as the first of their bar, whatever the metre. */
interface Marks {
  readonly low: readonly number[];
  readonly high: readonly number[];
  readonly harmonies: readonly Float64Array[];
  readonly basses: readonly Float64Array[];
  /** Change of harmony and of the bass's colour from one beat to the next. */
  readonly next: { readonly harmony: readonly number[]; readonly bass: readonly number[] };
}

function marksOf(beatFrames: readonly number[], strength: OnsetStrength): Marks {
  const attack = (curve: Float32Array): number[] => {
    const white = whitened(curve);
    return standardised(beatFrames.map((f) => Math.log(GROUND + peakAround(white, f, 3))));
  };
  const [harmony, bass] = [harmonies(beatFrames, strength), basses(beatFrames, strength)];
  return {
    low: attack(strength.low),
    high: attack(strength.high),
    harmonies: harmony,
    basses: bass,
    next: { harmony: standardised(change(harmony, 1)), bass: standardised(change(bass, 1)) },
  };
}

/** How much each beat sounds like the first of a bar of `metre`; about 0 on average. */
function accents(marks: Marks, metre: number): number[] {
  const { low, high, next } = marks;
  const [harmony, bass] = [
    standardised(change(marks.harmonies, metre)),
    standardised(change(marks.basses, metre)),
  ];
  return low.map(
    (_, i) =>
      WEIGHTS.low * low[i]! +
      WEIGHTS.high * high[i]! +
      WEIGHTS.harmony * (next.harmony[i]! + harmony[i]!) +
      WEIGHTS.bass * (next.bass[i]! + bass[i]!),
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

/** What speaks for a way to count bars, or against it; each about 0 to 3. */
export interface BarFacts {
  /** How much more the firsts of bars are marked than the other beats, and which part of them. */
  readonly marked: number;
  readonly learned: number;
  /** Log-odds of a downbeat that were learned, on the firsts of bars. */
  readonly learnedOn: number;
  /** The same of all bars, a beat. */
  readonly learnedRate: number;
  /** How much the music repeats itself every bar. */
  readonly repeats: number;
  /** Whether the very first beat starts a bar. */
  readonly begins: number;
  /** Whether the metre is this one; four needs no word. */
  readonly two: number;
  readonly three: number;
  readonly odd: number;
  readonly six: number;
}

/** A way to count the bars of a piece. */
export interface BarCandidate extends Bars {
  readonly facts: BarFacts;
}

const METRES = [2, 3, 4, 5, 6, 7] as const;
/** Weight of the log-odds that were learned beside the marks, in placing bars. */
const LEARNED_SHARE = 0.6;

/**
 * The ways to count bars of beats (in strength frames) that are worth weighing: for each metre the
 * bars that its marks bear out best, and those that start on each other beat. `downbeat` is the
 * probability that was learned, a frame.
 */
export function barCandidates(
  beatFrames: readonly number[],
  strength: OnsetStrength,
  downbeat: Float32Array,
): BarCandidate[] {
  const marks = marksOf(beatFrames, strength);
  const odds = beatFrames.map((f) => logOdds(peakAround(downbeat, f, 3), 0.005));
  const repeats = repetition(beatFrames, strength);
  return METRES.filter((metre) => metre < beatFrames.length).flatMap((metre) => {
    const marked = accents(marks, metre);
    const { places } = division(
      marked.map((x, i) => x + LEARNED_SHARE * odds[i]! + (i === 0 ? FIRST_BEAT : 0)),
      metre,
    );
    return Array.from({ length: metre }, (_, turn): BarCandidate => {
      const first = places.map((place) => place === turn);
      const downbeats = beatFrames.map((_, i) => i).filter((i) => first[i]);
      const mean = (values: readonly number[], which: boolean): number => {
        const chosen = values.filter((_, i) => first[i] === which);
        return chosen.reduce((a, x) => a + x, 0) / Math.max(1, chosen.length);
      };
      return {
        beatsPerBar: metre,
        downbeats,
        facts: {
          marked: mean(marked, true) - mean(marked, false),
          learned: mean(odds, true) - mean(odds, false),
          learnedOn: mean(odds, true),
          learnedRate: downbeats.reduce((sum, i) => sum + odds[i]!, 0) / beatFrames.length,
          repeats: 10 * repeats[metre]!,
          begins: Number(first[0]),
          two: Number(metre === 2),
          three: Number(metre === 3),
          odd: Number(metre === 5 || metre === 7),
          six: Number(metre === 6),
        },
      };
    });
  });
}

/**
 * The ways to count bars of beats (in strength frames), the likeliest first, each with how likely
 * it is. Fewer than two beats are one bar.
 */
export function barsByLikelihood(
  beatFrames: readonly number[],
  strength: OnsetStrength,
  downbeat: Float32Array,
): (Bars & { readonly likelihood: number })[] {
  const found = barCandidates(beatFrames, strength, downbeat);
  if (found.length === 0)
    return [{ beatsPerBar: 4, downbeats: beatFrames.length > 0 ? [0] : [], likelihood: 0 }];
  const likely = likelihoods(found.map(({ facts }) => weighed(facts, ODDS.bars)));
  return found
    .map(({ beatsPerBar, downbeats }, i) => ({ beatsPerBar, downbeats, likelihood: likely[i]! }))
    .toSorted((a, b) => b.likelihood - a.likelihood);
}
