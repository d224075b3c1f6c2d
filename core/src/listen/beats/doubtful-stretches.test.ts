import { expect, it } from 'vitest';
import { exactAnalysis } from '../../testing/sample-plan.ts';
import { doubtfulStretches } from './doubtful-stretches.ts';

/** Forty beats half a second apart at 1000 samples a second, as sure as told. */
const beatsOf = (sure: (beat: number) => number) => {
  const { beats } = exactAnalysis(120, 40, { sampleRate: 1000, first: 0 });
  return { beats: beats.map((b, i) => ({ ...b, confidence: sure(i) })) };
};

it('are runs of eight doubtful beats or more, a sure one or two between them or not', () => {
  expect(doubtfulStretches(beatsOf(() => 0.9))).toEqual([]);
  expect(doubtfulStretches(beatsOf((i) => (i < 7 ? 0.2 : 0.9)))).toEqual([]);
  expect(doubtfulStretches(beatsOf((i) => (i < 8 ? 0.2 : 0.9)))).toEqual([
    { from: 0, to: 3500, confidence: expect.closeTo(0.2, 9) as number },
  ]);
  const parted = doubtfulStretches(beatsOf((i) => (i === 4 || i >= 30 ? 0.9 : i < 10 ? 0.1 : 0.9)));
  expect(parted.map(({ from, to }) => [from, to])).toEqual([[0, 4500]]);
  const two = doubtfulStretches(beatsOf((i) => (i < 10 || i >= 20 ? 0.3 : 0.8)));
  expect(two.map(({ from, to }) => [from, to])).toEqual([
    [0, 4500],
    [10_000, 19_500],
  ]);
});
