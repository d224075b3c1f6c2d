/** A filter of second order that keeps its memory from one call to the next. */
export type Filter = (x: number) => number;

/** Quality of a Butterworth filter of second order. */
const BUTTERWORTH = Math.SQRT1_2;

/** A filter from coefficients whose first of the denominator is 1; direct form II transposed. */
function filter([b0, b1, b2]: readonly [number, number, number], [a1, a2]: readonly [number, number]): Filter {
  let [s1, s2] = [0, 0];
  return (x) => {
    const y = b0 * x + s1;
    s1 = b1 * x - a1 * y + s2;
    s2 = b2 * x - a2 * y;
    return y;
  };
}

/**
 * A Butterworth low-pass (`pass` low) or high-pass of second order at a frequency (Bristow-Johnson, “Cookbook formulae
 * for audio equalizer biquad filter coefficients”, from memory).
 */
export function butterworth(pass: 'low' | 'high', hertz: number, sampleRate: number): Filter {
  const angle = (2 * Math.PI * hertz) / sampleRate;
  const [cosine, alpha] = [Math.cos(angle), Math.sin(angle) / (2 * BUTTERWORTH)];
  const a0 = 1 + alpha;
  const side = (pass === 'low' ? 1 - cosine : 1 + cosine) / 2 / a0;
  return filter([side, pass === 'low' ? 2 * side : -2 * side, side], [(-2 * cosine) / a0, (1 - alpha) / a0]);
}
