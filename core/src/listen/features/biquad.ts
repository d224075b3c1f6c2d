/** Filters samples in place and keeps its memory from one call to the next. */
export type Filter = (samples: Float64Array) => void;

/** Coefficients of a filter of second order, the first of the denominator 1. */
export interface Biquad {
  readonly b: readonly [number, number, number];
  readonly a: readonly [number, number];
}

/** Quality of a Butterworth filter of second order. */
const BUTTERWORTH = Math.SQRT1_2;

/**
 * Two filters in series, each in direct form II transposed with two memories. In one pass, so that
 * what goes from the first to the second stays in registers.
 */
export function inSeries(first: Biquad, second: Biquad): Filter {
  const memory = new Float64Array(4);
  return (samples) => pass(first, second, memory, samples);
}

// Arguments and locals, since variables that outlive a call are slow to reach.
function pass(
  { b: [b0, b1, b2], a: [a1, a2] }: Biquad,
  { b: [d0, d1, d2], a: [c1, c2] }: Biquad,
  memory: Float64Array,
  samples: Float64Array,
): void {
  let s1 = memory[0]!;
  let s2 = memory[1]!;
  let s3 = memory[2]!;
  let s4 = memory[3]!;
  for (let n = 0; n < samples.length; n++) {
    const x = samples[n]!;
    const y = b0 * x + s1;
    s1 = b1 * x - a1 * y + s2;
    s2 = b2 * x - a2 * y;
    const z = d0 * y + s3;
    s3 = d1 * y - c1 * z + s4;
    s4 = d2 * y - c2 * z;
    samples[n] = z;
  }
  memory.set([s1, s2, s3, s4]);
}

/**
 * A Butterworth low-pass (`kept` low) or high-pass of second order at a frequency (Bristow-Johnson,
 * “Cookbook formulae for audio equalizer biquad filter coefficients”, from memory).
 */
export function butterworth(kept: 'low' | 'high', hertz: number, sampleRate: number): Biquad {
  const angle = (2 * Math.PI * hertz) / sampleRate;
  const [cosine, alpha] = [Math.cos(angle), Math.sin(angle) / (2 * BUTTERWORTH)];
  const a0 = 1 + alpha;
  const side = (kept === 'low' ? 1 - cosine : 1 + cosine) / 2 / a0;
  return {
    b: [side, kept === 'low' ? 2 * side : -2 * side, side],
    a: [(-2 * cosine) / a0, (1 - alpha) / a0],
  };
}
