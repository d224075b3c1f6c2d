import {
  BAND_STEP_DECIBELS,
  BANDS,
  STRENGTH_RATE,
  type OnsetStrength,
} from '../features/onset-strength.ts';
import { highestNear, type Evidence } from './evidence.ts';
import { standardised } from './metre.ts';

/**
 * Weights of what marks a downbeat: an attack in the bass, a change of harmony and of the bass's
 * colour from the beat and from the bar before; a back-beat less.
 */
const WEIGHTS = { low: 0.6, high: -0.4, harmony: 0.5, bass: 0.5 };
/** Mel bands, from the lowest, whose levels are the bass's colour. */
const BASS_BANDS = 12;
const PITCHES = 12;
/** Added to strengths before their logarithm, so that nothing is not infinitely weak. */
const GROUND = 0.3;

/** Amplitude of each level that a band is kept at. */
const AMPLITUDES = Float64Array.from(
  { length: 256 },
  (_, level) => 10 ** ((level * BAND_STEP_DECIBELS) / 20),
);

/** Values of each beat, added up from the first beat on: row i holds those before beat i. */
interface Sums {
  readonly rows: Float64Array;
  readonly size: number;
  readonly beats: number;
}

/** Twelve pitch classes added up along the beats. */
const harmonySums = (beatFrames: readonly number[], { chroma }: OnsetStrength): Sums =>
  summed(beatFrames, PITCHES, (frame, c) => chroma[PITCHES * frame + c] ?? 0);

/** Amplitudes of the lowest mel bands added up along the beats. */
const bassSums = (beatFrames: readonly number[], { bands }: OnsetStrength): Sums =>
  summed(beatFrames, BASS_BANDS, (frame, b) => AMPLITUDES[bands[BANDS * frame + b] ?? 0]!);

/** The first two frames of each beat, which hold the attack, are left out. */
function summed(
  beatFrames: readonly number[],
  size: number,
  value: (frame: number, index: number) => number,
): Sums {
  const rows = new Float64Array((beatFrames.length + 1) * size);
  beatFrames.forEach((from, i) => {
    const to = beatFrames[i + 1] ?? from + STRENGTH_RATE / 2;
    for (let c = 0; c < size; c++) {
      let sum = rows[i * size + c]!;
      for (let k = from + 2; k < to; k++) sum += value(k, c);
      rows[(i + 1) * size + c] = sum;
    }
  });
  return { rows, size, beats: beatFrames.length };
}

/**
 * How much the colour of `count` beats from each beat on differs from that of as many before it,
 * 0–1: one less the cosine of the angle between the two.
 */
function change({ rows, size, beats }: Sums, count: number): number[] {
  return Array.from({ length: beats }, (_, i) => {
    if (i === 0) return 0;
    const [before, at] = [Math.max(0, i - count) * size, i * size];
    const after = Math.min(beats, i + count) * size;
    let [dot, aa, bb] = [0, 1e-12, 1e-12];
    for (let c = 0; c < size; c++) {
      const middle = rows[at + c]!;
      const a = middle - rows[before + c]!;
      const b = rows[after + c]! - middle;
      dot += a * b;
      aa += a * a;
      bb += b * b;
    }
    return 1 - dot / Math.sqrt(aa * bb);
  });
}

/** What marks the beats of a piece as the first of their bar, whatever the metre. */
export interface Marks {
  readonly low: readonly number[];
  readonly high: readonly number[];
  readonly harmonies: Sums;
  readonly basses: Sums;
  /** Change of harmony and of the bass's colour from one beat to the next. */
  readonly next: { readonly harmony: readonly number[]; readonly bass: readonly number[] };
}

/** Works out what marks each beat. */
export function marksOf(
  beatFrames: readonly number[],
  { strength, white }: Pick<Evidence, 'strength' | 'white'>,
): Marks {
  const attack = (curve: Float32Array): number[] =>
    standardised(beatFrames.map((f) => Math.log(GROUND + highestNear(curve, f, 3))));
  const [harmony, bass] = [harmonySums(beatFrames, strength), bassSums(beatFrames, strength)];
  return {
    low: attack(white.low),
    high: attack(white.high),
    harmonies: harmony,
    basses: bass,
    next: { harmony: standardised(change(harmony, 1)), bass: standardised(change(bass, 1)) },
  };
}

/** How each beat sounds like the first of a bar, about 0 on average: by what, and in all. */
export type Accents = Readonly<Record<keyof typeof WEIGHTS | 'all', readonly number[]>>;

/** How much each beat sounds like the first of a bar of `metre`. */
export function accents({ low, high, harmonies, basses, next }: Marks, metre: number): Accents {
  const [wideHarmony, wideBass] = [
    standardised(change(harmonies, metre)),
    standardised(change(basses, metre)),
  ];
  const harmony = next.harmony.map((x, i) => x + wideHarmony[i]!);
  const bass = next.bass.map((x, i) => x + wideBass[i]!);
  const all = low.map(
    (_, i) =>
      WEIGHTS.low * low[i]! +
      WEIGHTS.high * high[i]! +
      WEIGHTS.harmony * harmony[i]! +
      WEIGHTS.bass * bass[i]!,
  );
  return { low, high, harmony, bass, all };
}
