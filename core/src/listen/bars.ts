import { peakAround } from './peaks.ts';
import { STRENGTH_RATE, type OnsetStrength } from './onset-strength.ts';

/** Where the bars start, as guessed from accents and harmony. */
export interface Bars {
  readonly beatsPerBar: number;
  /** Indexes of the first beat of each bar. */
  readonly downbeats: number[];
}

const METRES = [4, 3] as const;
/** How much better three in a bar must fit before it is believed over four. */
const WALTZ_MARGIN = 1.25;

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

/**
 * Groups beats (in strength frames) into bars of three or four: downbeats tend to carry a low attack and a change
 * of harmony, and back-beats a high one. The grouping whose first beats stand out most is taken.
 */
export function bars(beatFrames: readonly number[], strength: OnsetStrength): Bars {
  if (beatFrames.length < 2) return { beatsPerBar: 4, downbeats: beatFrames.length > 0 ? [0] : [] };
  const low = standardised(beatFrames.map((f) => peakAround(strength.low, f, 3)));
  const high = standardised(beatFrames.map((f) => peakAround(strength.high, f, 3)));
  const spans = beatFrames.map((f, i) =>
    chromaBetween(strength.chroma, f + 2, beatFrames[i + 1] ?? f + STRENGTH_RATE / 2),
  );
  const harmony = standardised(spans.map((span, i) => (i === 0 ? 0 : 1 - cosine(span, spans[i - 1]!))));
  const accent = beatFrames.map((_, i) => 0.6 * low[i]! + harmony[i]! - 0.3 * high[i]!);

  let best = { score: -Infinity, metre: 4, phase: 0 };
  for (const metre of METRES)
    for (let phase = 0; phase < Math.min(metre, beatFrames.length); phase++) {
      const first = accent.filter((_, i) => i % metre === phase);
      const mean = first.reduce((a, x) => a + x, 0) / first.length;
      const score = metre === 3 ? mean / WALTZ_MARGIN : mean;
      if (score > best.score) best = { score, metre, phase };
    }
  const downbeats = beatFrames.map((_, i) => i).filter((i) => i % best.metre === best.phase);
  return { beatsPerBar: best.metre, downbeats };
}
