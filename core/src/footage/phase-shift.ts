import FFT from 'fft.js';
import type { Luma } from './luma.ts';

/** Side of the square in which pictures are compared; they are no larger. */
const SIDE = 64;

const fft = new FFT(SIDE);
/** Weights with which a side of a length is faded out to its ends. */
const window = (length: number): Float64Array =>
  Float64Array.from(
    { length },
    (_, place) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (place + 0.5)) / length),
  );

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
  const [across, down] = [window(width), window(height)];
  for (let y = 0; y < Math.min(SIDE, height); y++)
    for (let x = 0; x < Math.min(SIDE, width); x++)
      square[2 * (SIDE * y + x)] = (values[y * width + x]! - mean) * across[x]! * down[y]!;
  return square;
}

const spectra = new WeakMap<Luma, Float64Array>();

/** The transform of a picture, remembered by it: each is compared with two others. */
function spectrumOf(picture: Luma): Float64Array {
  const known = spectra.get(picture);
  if (known) return known;
  const square = squareOf(picture);
  transform(square, false);
  spectra.set(picture, square);
  return square;
}

/**
 * The shift, in pixels, by which a picture of at most 64 × 64 is most like the one before, to about
 * a pixel however far it is: the peak of the phase correlation (Kuglin and Hines 1975).
 */
export function phaseShift(before: Luma, after: Luma): { readonly x: number; readonly y: number } {
  const [a, b] = [spectrumOf(before), spectrumOf(after)];
  const cross = new Float64Array(a.length);
  for (let i = 0; i < a.length; i += 2) {
    const re = b[i]! * a[i]! + b[i + 1]! * a[i + 1]!;
    const im = b[i + 1]! * a[i]! - b[i]! * a[i + 1]!;
    const size = Math.sqrt(re * re + im * im) + 1e-9;
    cross[i] = re / size;
    cross[i + 1] = im / size;
  }
  transform(cross, true);
  let best = 0;
  for (let i = 0; i < cross.length; i += 2) if (cross[i]! > cross[best]!) best = i;
  const signed = (place: number): number => (place >= SIDE / 2 ? place - SIDE : place);
  return { x: signed((best / 2) % SIDE), y: signed(Math.floor(best / 2 / SIDE)) };
}
