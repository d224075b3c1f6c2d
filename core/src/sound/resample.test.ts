import { describe, expect, it } from 'vitest';
import { addResampled } from './resample.ts';

const sine = (length: number, turns: number) =>
  Float32Array.from({ length }, (_, n) => Math.sin(2 * Math.PI * turns * n));
const resampled = (sound: Float32Array, at: number, step: number, count: number) => {
  const out = new Float32Array(count);
  addResampled(out, { first: 0, count }, { sound, at, step }, () => 1);
  return out;
};
/** The largest error against a sine, away from the ends. */
const worst = (out: Float32Array, turns: number, at: number, step: number, height = 1) =>
  out.reduce(
    (most, x, i) =>
      Math.max(most, Math.abs(x - height * Math.sin(2 * Math.PI * turns * (at + i * step)))),
    0,
  );

describe('resampling', () => {
  it.each([
    ['44.1 kHz at 48', 44_100 / 48_000, 0.05],
    ['a fifth lower', 2 / 3, 0.2],
    ['a fifth higher', 1.5, 0.2],
    ['four times as fast', 4, 0.08],
    ['as it is, half a sample later', 1, 0.3],
  ])('gives the sine that was sampled, %s', (_what, step, turns) => {
    const out = resampled(sine(4000, turns), 200.5, step, 800);
    expect(worst(out, turns, 200.5, step)).toBeLessThan(2e-4);
  });

  it('lets nothing fold back that the new rate cannot hold', () => {
    // 0.3 of the old rate is above half of the new one, at a step of 2.
    expect(Math.max(...resampled(sine(4000, 0.3), 500, 2, 1000).map(Math.abs))).toBeLessThan(1e-3);
  });

  it('copies where nothing changes, and is silent outside the sound', () => {
    const sound = sine(100, 0.1);
    expect([...resampled(sound, -10, 1, 120).subarray(10, 110)]).toEqual([...sound]);
    expect(resampled(sound, 500, 1, 10).every((x) => x === 0)).toBe(true);
    expect(resampled(sound, -1e6, 1.5, 10).every((x) => x === 0)).toBe(true);
  });

  it('adds to what is there, each sample with its gain', () => {
    const out = Float32Array.of(1, 1, 1);
    addResampled(
      out,
      { first: 1, count: 2 },
      { sound: Float32Array.of(0.5, 0.25), at: 0, step: 1 },
      (i) => i + 1,
    );
    expect([...out]).toEqual([1, 1.5, 1.5]);
  });
});
