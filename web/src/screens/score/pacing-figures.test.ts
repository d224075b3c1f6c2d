import { expect, it } from 'vitest';
import { averageLength, distribution } from './pacing-figures.ts';

it('the average and the middle of lengths are of all of them', () => {
  expect(averageLength([10, 20, 60])).toEqual({ average: 30, middle: 20 });
  expect(averageLength([])).toEqual({ average: 0, middle: 0 });
});

it('a distribution counts every shot once, in ranges as wide as one another', () => {
  expect(distribution([12, 13, 13])).toEqual([
    { label: '12', shots: 1 },
    { label: '13', shots: 2 },
  ]);
  const wide = distribution([1, 50, 51, 100]);
  expect(wide.reduce((sum, d) => sum + d.shots, 0)).toBe(4);
  expect(wide.length).toBeLessThanOrEqual(24);
  expect(wide[0]!.label).toBe('1–5');
  expect(distribution([])).toEqual([]);
});
