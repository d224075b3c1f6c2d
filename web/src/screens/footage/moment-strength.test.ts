import { expect, it } from 'vitest';
import { clearOnes, keepingBy, strengthName } from './moment-strength.ts';

it('moments are strong from 0.7 and clear from 0.4', () => {
  expect([1, 0.7, 0.69, 0.4, 0.39, 0].map(strengthName)).toEqual([
    'strong',
    'strong',
    'clear',
    'clear',
    'weak',
    'weak',
  ]);
});

it('are kept at once by strength, from the strong ones to all', () => {
  const proposed = [0.9, 0.2, 0.5, 0.7].map((strength) => ({ strength }));
  expect(keepingBy(proposed).map((way) => way.moments.map((m) => m.strength))).toEqual([
    [0.9, 0.7],
    [0.9, 0.5, 0.7],
    [0.9, 0.2, 0.5, 0.7],
  ]);
});

it('are kept by the button where they are clear to see, and all where none is', () => {
  const strengths = (...of: number[]) =>
    clearOnes(of.map((strength) => ({ strength }))).map((m) => m.strength);
  expect(strengths(0.9, 0.2, 0.4)).toEqual([0.9, 0.4]);
  expect(strengths(0.3, 0.2)).toEqual([0.3, 0.2]);
  expect(strengths()).toEqual([]);
});
