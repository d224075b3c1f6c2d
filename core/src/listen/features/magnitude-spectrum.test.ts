import FFT from 'fft.js';
import { expect, it } from 'vitest';
import { seeded } from '../../numbers/seeded.ts';
import { magnitudeSpectrum } from './magnitude-spectrum.ts';

it.each([8, 256, 2048])('of %i real numbers is that of the whole transform (fft.js)', (size) => {
  const random = seeded(size);
  const input = Float64Array.from({ length: size }, () => random() - 0.5);
  const found = new Float32Array(size / 2 + 1);
  magnitudeSpectrum(size)(input, found);
  const fft = new FFT(size);
  const whole = fft.createComplexArray();
  fft.realTransform(whole, Array.from(input));
  found.forEach((value, k) => {
    expect(value).toBeCloseTo(Math.hypot(whole[2 * k]!, whole[2 * k + 1]!) / size, 7);
  });
});

it('of a cosine is half its height in its bin, and of the highest bin the whole', () => {
  const input = Float64Array.from(
    { length: 64 },
    (_, n) => 0.8 * Math.cos((2 * Math.PI * 5 * n) / 64) + 0.1 * (-1) ** n,
  );
  const found = new Float32Array(33);
  magnitudeSpectrum(64)(input, found);
  expect(found[5]).toBeCloseTo(0.4, 6);
  expect(found[32]).toBeCloseTo(0.1, 6);
  expect(found[4]).toBeCloseTo(0, 6);
});
