import { describe, expect, it } from 'vitest';
import { addResampled } from './resample.ts';
import { streamResampler } from './stream-resampler.ts';

const noise = (length: number) => {
  let state = 9;
  return Float32Array.from(
    { length },
    () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647 - 0.5,
  );
};
const joined = (pieces: readonly Float32Array[]) => {
  const whole = new Float32Array(pieces.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const piece of pieces) {
    whole.set(piece, at);
    at += piece.length;
  }
  return whole;
};

describe('a sound resampled piece by piece', () => {
  it.each([
    [44_100, 48_000],
    [96_000, 48_000],
    [32_000, 48_000],
    [48_000, 48_000],
  ])('from %i to %i is what it is resampled whole, whatever the pieces', (from, to) => {
    const sound = noise(20_011);
    const resampler = streamResampler(from, to);
    const pieces: Float32Array[] = [];
    for (let at = 0, n = 1; at < sound.length; n = (n * 7) % 1999) {
      const [piece] = resampler.take([sound.subarray(at, at + n)]);
      if (piece) pieces.push(piece);
      at += n;
    }
    pieces.push(resampler.end()[0]!);
    const out = joined(pieces);
    expect(out).toHaveLength(Math.ceil((20_011 * to) / from));
    const whole = new Float32Array(out.length);
    addResampled(
      whole,
      { first: 0, count: whole.length },
      { sound, at: 0, step: from / to },
      () => 1,
    );
    const worst = out.reduce((most, x, i) => Math.max(most, Math.abs(x - whole[i]!)), 0);
    expect(worst).toBeLessThan(1e-5);
  });

  it('keeps a tone a tone: its values are those of the sine at the new rate', () => {
    const sine = (rate: number, n: number) => Math.sin((2 * Math.PI * 997 * n) / rate);
    const resampler = streamResampler(44_100, 48_000);
    const first = resampler.take([
      Float32Array.from({ length: 44_100 }, (_, n) => sine(44_100, n)),
    ]);
    for (let n = 2000; n < 40_000; n += 37)
      expect(Math.abs(first[0]![n]! - sine(48_000, n))).toBeLessThan(1e-3);
  });
});
