import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { easedAt, easingText, parseEasing, type Easing } from './easing.ts';
import { splitEasing } from './split-easing.ts';

const beziers = fc
  .tuple(fc.nat(100), fc.nat(100), fc.nat(100), fc.nat(100))
  .map(([x1, y1, x2, y2]): Easing => ({
    kind: 'bezier',
    ...{ x1: x1 / 100, y1: y1 / 100, x2: x2 / 100, y2: y2 / 100 },
  }));

/**
 * The mean difference between an easing and its two parts gone through one after the other: where
 * one is steep, a rounded place makes a large difference for a short while.
 */
function off(easing: Easing, part: number): number {
  const value = easedAt(easing, part);
  const { before, after } = splitEasing(easing, part);
  let sum = 0;
  for (let i = 0; i < 200; i++) {
    const t = (i + 0.5) / 200;
    const again =
      t < part
        ? value * easedAt(before, t / part)
        : value + (1 - value) * easedAt(after, (t - part) / (1 - part));
    sum += Math.abs(again - easedAt(easing, t)) / 200;
  }
  return sum;
}

describe('an easing in two', () => {
  it('gives what it gave, for curves that rise', () => {
    fc.assert(
      fc.property(beziers, fc.integer({ min: 5, max: 95 }), (easing, part) => {
        fc.pre(easedAt(easing, part / 100) > 0.01 && easedAt(easing, part / 100) < 0.99);
        // Handles that pass one another lead outside what an easing may have.
        const passes = easing.kind === 'bezier' && easing.x1 > easing.x2;
        expect(off(easing, part / 100)).toBeLessThan(passes ? 0.05 : 0.0005);
      }),
    );
  });

  it('and for lines, holds and broken lines', () => {
    for (const text of ['linear', 'steps(1)', 'linear(0, 0.2 40%, 1)', 'linear(0, 0.9 30%, 1)'])
      for (const part of [0.25, 0.5, 0.9])
        expect(off(parseEasing(text), part)).toBeLessThan(0.0005);
  });

  it('can be written and read', () => {
    for (const text of ['ease', 'ease-in-out', 'cubic-bezier(0.9, 0, 0.1, 1)', 'steps(4)']) {
      const { before, after } = splitEasing(parseEasing(text), 0.3);
      for (const half of [before, after]) expect(parseEasing(easingText(half))).toEqual(half);
    }
  });
});
