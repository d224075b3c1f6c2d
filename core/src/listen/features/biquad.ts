/** Filters samples in place and keeps its memory from one call to the next. */
export type Filter = (samples: Float64Array) => void;

/** Coefficients of a filter of second order, the first of the denominator 1. */
export interface Biquad {
  readonly b: readonly [number, number, number];
  readonly a: readonly [number, number];
}

/** Quality of a Butterworth filter of second order. */
const BUTTERWORTH = Math.SQRT1_2;

/** A filter of given coefficients; direct form II transposed: two memories. */
export function filterOf({ b: [b0, b1, b2], a: [a1, a2] }: Biquad): Filter {
  let [memory1, memory2] = [0, 0];
  return (samples) => {
    let s1 = memory1;
    let s2 = memory2;
    for (let n = 0; n < samples.length; n++) {
      const x = samples[n]!;
      const y = b0 * x + s1;
      s1 = b1 * x - a1 * y + s2;
      s2 = b2 * x - a2 * y;
      samples[n] = y;
    }
    memory1 = s1;
    memory2 = s2;
  };
}

/**
 * A Butterworth low-pass (`pass` low) or high-pass of second order at a frequency (Bristow-Johnson,
 * “Cookbook formulae for audio equalizer biquad filter coefficients”, from memory).
 */
export function butterworth(pass: 'low' | 'high', hertz: number, sampleRate: number): Filter {
  const angle = (2 * Math.PI * hertz) / sampleRate;
  const [cosine, alpha] = [Math.cos(angle), Math.sin(angle) / (2 * BUTTERWORTH)];
  const a0 = 1 + alpha;
  const side = (pass === 'low' ? 1 - cosine : 1 + cosine) / 2 / a0;
  return filterOf({
    b: [side, pass === 'low' ? 2 * side : -2 * side, side],
    a: [(-2 * cosine) / a0, (1 - alpha) / a0],
  });
}
