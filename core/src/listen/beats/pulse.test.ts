import { describe, expect, it } from 'vitest';
import { PERIODS, pulse, SHORTEST_PERIOD, whitened } from './pulse.ts';
import { seeded } from '../../numbers/seeded.ts';

/** A strength curve with an impulse every `period` frames over a little noise. */
function clicks(period: number, frames = 3000): Float32Array {
  const random = seeded(9);
  return Float32Array.from(
    { length: frames },
    (_, i) => (Math.round(i % period) < 1 ? 1 : 0) + 0.05 * random(),
  );
}

const bestPeriod = (curve: Float32Array): number => {
  const { fit, rows } = pulse(whitened(curve));
  const row = fit.subarray(PERIODS * (rows >> 1), PERIODS * ((rows >> 1) + 1));
  return SHORTEST_PERIOD + row.indexOf(Math.max(...row));
};

describe('pulse', () => {
  // At 100 frames a second a period of p frames is 6000/p beats a minute.
  it.each([40, 50, 57, 64])('fits best at the period of the clicks: %i frames', (period) => {
    expect(bestPeriod(clicks(period))).toBe(period);
  });

  it('is clear for clicks and not for noise', () => {
    const random = seeded(4);
    const noise = Float32Array.from({ length: 3000 }, () => random());
    const clarity = (curve: Float32Array) => {
      const { clarity: of, rows } = pulse(whitened(curve));
      return of[rows >> 1]!;
    };
    expect(clarity(clicks(50))).toBeGreaterThan(0.3);
    expect(clarity(noise)).toBeLessThan(0.15);
  });

  it('whitens to no mean and unit deviation, quiet parts like loud ones', () => {
    const random = seeded(5);
    const curve = Float32Array.from(
      { length: 2000 },
      (_, i) => (i < 1000 ? 1 : 0.3) * random() ** 4,
    );
    const white = whitened(curve);
    const deviation = (from: number, to: number) => {
      const part = [...white.subarray(from, to)];
      const mean = part.reduce((a, b) => a + b, 0) / part.length;
      return Math.sqrt(part.reduce((a, b) => a + (b - mean) ** 2, 0) / part.length);
    };
    expect(deviation(1200, 1900) / deviation(100, 800)).toBeGreaterThan(0.5);
  });
});
