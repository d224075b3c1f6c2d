import { expect, it } from 'vitest';
import { seconds } from '@caesura/core/time';
import { fileTime, piecesOf, routeLength, routeTimes } from './route.ts';

const stretch = (from: number, to: number) => ({ from: seconds(from), to: seconds(to) });
/** Bars 10 to 20 s, then again from 14 s to 24 s, so that 14 to 20 s is heard twice. */
const ROUTE = [stretch(10, 20), stretch(14, 24)];

it('knows what is heard when', () => {
  expect(routeLength(ROUTE)).toBe(20);
  expect([0, 9.5, 10, 19.5, 25].map((t) => fileTime(ROUTE, t))).toEqual([10, 19.5, 14, 23.5, 24]);
  expect(routeTimes(ROUTE, seconds(12))).toEqual([2]);
  expect(routeTimes(ROUTE, seconds(15))).toEqual([5, 11]);
  expect(routeTimes(ROUTE, seconds(22))).toEqual([18]);
  expect(routeTimes(ROUTE, seconds(9))).toEqual([]);
});

it('is cut into pieces that follow one another, joined where the file does not go on', () => {
  const pieces = [...piecesOf(ROUTE, 6, false)];
  expect(pieces.map((p) => [p.from, p.to, p.after, p.joinBefore, p.joinAfter])).toEqual([
    [10, 15, 0, false, false],
    [15, 20, 5, false, true],
    [14, 19, 10, true, false],
    [19, 24, 15, false, false],
  ]);
});

it('loops without end, its own end joined to its start', () => {
  const pieces = piecesOf([stretch(1, 3)], Infinity, true);
  const first = Array.from({ length: 3 }, () => pieces.next().value!);
  expect(first.map((p) => [p.after, p.joinBefore, p.joinAfter])).toEqual([
    [0, false, true],
    [2, true, true],
    [4, true, true],
  ]);
  expect([...piecesOf([], 6, true)]).toEqual([]);
});
