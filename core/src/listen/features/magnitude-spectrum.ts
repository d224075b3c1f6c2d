import FFT from 'fft.js';

/**
 * Makes a function that gives the magnitudes of the lowest bins (as many as `to` holds, at most
 * half the size and one) of the discrete Fourier transform of `size` real numbers, over the size.
 * Even and odd numbers are the real and imaginary parts of a transform half as long, from which the
 * spectrum is put together (Press et al., “Numerical Recipes”, “FFT of single real function”).
 */
export function magnitudeSpectrum(size: number): (input: Float64Array, to: Float32Array) => void {
  const half = size / 2;
  const fft = new FFT(half);
  const output = new Float64Array(size);
  const cosines = Float64Array.from({ length: half + 1 }, (_, k) =>
    Math.cos((2 * Math.PI * k) / size),
  );
  const sines = Float64Array.from({ length: half + 1 }, (_, k) =>
    Math.sin((2 * Math.PI * k) / size),
  );
  return (input, to) => {
    fft.transform(output, input);
    magnitudes(output, cosines, sines, to);
  };
}

// Arguments and locals, since variables that outlive a call are slow to reach.
function magnitudes(
  parts: Float64Array,
  cosines: Float64Array,
  sines: Float64Array,
  to: Float32Array,
): void {
  const half = parts.length / 2;
  const scale = 0.5 / parts.length;
  for (let bin = 0; bin < to.length; bin++) {
    const k = bin === half ? 0 : bin;
    const mirrored = k === 0 ? 0 : half - k;
    const re = parts[2 * k]!;
    const im = parts[2 * k + 1]!;
    const mirrorRe = parts[2 * mirrored]!;
    const mirrorIm = parts[2 * mirrored + 1]!;
    // Twice the spectra of the even and of the odd numbers.
    const evenRe = re + mirrorRe;
    const evenIm = im - mirrorIm;
    const oddRe = im + mirrorIm;
    const oddIm = mirrorRe - re;
    const cosine = cosines[bin]!;
    const sine = sines[bin]!;
    const x = evenRe + cosine * oddRe + sine * oddIm;
    const y = evenIm + cosine * oddIm - sine * oddRe;
    to[bin] = Math.sqrt(x * x + y * y) * scale;
  }
}
