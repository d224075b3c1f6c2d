import { expect, it } from 'vitest';
import type { Score } from '@caesura/core/plan';
import { frames, sourceFrames } from '@caesura/core/time';
import { sameAs } from './proposal-figures.ts';

const score = (...shots: [start: number, clip: string][]): Score => ({
  length: frames(100),
  shots: shots.map(([start, clip], i) => ({
    id: `s${i}`,
    start: frames(start),
    clip,
    sourceIn: sourceFrames(0),
  })),
});

it('two scores are the same as far as they show the same clips between the same cuts', () => {
  const one = score([0, 'a'], [40, 'b'], [70, 'c']);
  expect(sameAs(one, one)).toBe(1);
  expect(sameAs(one, score([0, 'a'], [40, 'c'], [70, 'c']))).toBeCloseTo(0.7, 9);
  // The first shot is longer, so it is another, and so is what it takes from.
  expect(sameAs(one, score([0, 'a'], [45, 'b'], [70, 'c']))).toBeCloseTo(0.3, 9);
  expect(sameAs(one, score([0, 'x']))).toBe(0);
});
