import { describe, expect, it } from 'vitest';
import { easedAt, easingText, parseEasing } from './easing.ts';
import { reversedEasing } from './reversed-easing.ts';

describe('an easing gone through backwards', () => {
  it.each([
    'linear',
    'ease',
    'ease-in',
    'ease-out',
    'ease-in-out',
    'cubic-bezier(0.3, -0.4, 0.1, 1.5)',
    'linear(0 0%, 0.3 20%, 0.2 70%, 1 100%)',
    'steps(4)',
    'steps(3, jump-none)',
  ])('of %s is 1 less what it is at 1 − t, and twice backwards the same', (text) => {
    const easing = parseEasing(text);
    const back = reversedEasing(easing);
    // Off the places where steps jump, which belong to what comes after them.
    for (const t of [0.013, 0.11, 0.27, 0.44, 0.58, 0.71, 0.93])
      expect(easedAt(back, t)).toBeCloseTo(1 - easedAt(easing, 1 - t), 4);
    expect(easingText(reversedEasing(back))).toBe(easingText(easing));
  });

  it('of a slow start is a slow end', () => {
    expect(easingText(reversedEasing(parseEasing('ease-in')))).toBe('ease-out');
  });
});
