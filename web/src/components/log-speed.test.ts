import { describe, expect, it } from 'vitest';
import { linesOn, snappedSpeed, speedAtY, speedAxis, yOf } from './log-speed.ts';

describe('an axis of speeds', () => {
  const axis = speedAxis([0.5, 4], 200);

  it('has equal ratios at equal distances', () => {
    const step = yOf(axis, 1) - yOf(axis, 2);
    expect(yOf(axis, 0.5) - yOf(axis, 1)).toBeCloseTo(step, 9);
    expect(yOf(axis, 2) - yOf(axis, 4)).toBeCloseTo(step, 9);
    for (const speed of [0.3, 0.5, 1, 3.7])
      expect(speedAtY(axis, yOf(axis, speed))).toBeCloseTo(speed, 9);
  });

  it('shows what stands or goes backwards on its lower edge, and its lines inside it', () => {
    expect(yOf(axis, 0)).toBe(200);
    expect(yOf(axis, -2)).toBe(200);
    expect(linesOn(axis)).toEqual([25, 50, 100, 200, 400]);
    expect(linesOn(speedAxis([0.4, 30], 200)).at(-1)).toBe(3200);
  });

  it('lets a drag meet whole per cents, and a line where it is near', () => {
    expect(snappedSpeed(axis, yOf(axis, 1.003))).toBe(1);
    expect(snappedSpeed(axis, yOf(axis, 2.714))).toBe(2.71);
    expect(snappedSpeed(axis, 500)).toBe(0.25);
  });
});
