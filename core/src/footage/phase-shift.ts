import FFT from 'fft.js';
import type { Luma } from './luma.ts';

/** Side of the square in which pictures are compared; they are no larger. */
const SIDE = 64;

const fft = new FFT(SIDE);
const window = (place: number, length: number): number =>
  0.5 - 0.5 * Math.cos((2 * Math.PI * (place + 0.5)) / length);

/** Transforms rows and then columns of a complex square in place, forwards or back. */
function transform(square: Float64Array, back: boolean): void {
  const line = new Float64Array(2 * SIDE);
  const out = new Float64Array(2 * SIDE);
  const run = (start: number, step: number): void => {
    for (let i = 0; i < SIDE; i++) {
      line[2 * i] = square[start + i * step]!;
      line[2 * i + 1] = square[start + i * step + 1]!;
    }
    if (back) fft.inverseTransform(out, line);
    else fft.transform(out, line);
    for (let i = 0; i < SIDE; i++) {
      square[start + i * step] = out[2 * i]!;
      square[start + i * step + 1] = out[2 * i + 1]!;
    }
  };
  for (let row = 0; row < SIDE; row++) run(2 * SIDE * row, 2);
  for (let column = 0; column < SIDE; column++) run(2 * column, 2 * SIDE);
}

/** A picture less its mean, faded out to its edges, in the square. */
function squareOf({ width, height, values }: Luma): Float64Array {
  const square = new Float64Array(2 * SIDE * SIDE);
  const mean = values.reduce((sum, x) => sum + x, 0) / values.length;
  for (let y = 0; y < Math.min(SIDE, height); y++)
    for (let x = 0; x < Math.min(SIDE, width); x++)
      square[2 * (SIDE * y + x)] =
        (values[y * width + x]! - mean) * window(x, width) * window(y, height);
  return square;
}

/**
 * The shift, in pixels, by which a picture of at most 64 × 64 is most like the one before, to about
 * a pixel however far it is: the peak of the phase correlation (Kuglin and Hines 1975).
 */
export function phaseShift(before: Luma, after: Luma): { readonly x: number; readonly y: number } {
  const [a, b] = [squareOf(before), squareOf(after)];
  transform(a, false);
  transform(b, false);
  for (let i = 0; i < a.length; i += 2) {
    const re = b[i]! * a[i]! + b[i + 1]! * a[i + 1]!;
    const im = b[i + 1]! * a[i]! - b[i]! * a[i + 1]!;
    const size = Math.hypot(re, im) + 1e-9;
    a[i] = re / size;
    a[i + 1] = im / size;
  }
  transform(a, true);
  let best = 0;
  for (let i = 0; i < a.length; i += 2) if (a[i]! > a[best]!) best = i;
  const signed = (place: number): number => (place >= SIDE / 2 ? place - SIDE : place);
  return { x: signed((best / 2) % SIDE), y: signed(Math.floor(best / 2 / SIDE)) };
}
