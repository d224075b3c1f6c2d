import { describe, expect, it } from 'vitest';
import { linesOf } from '@caesura/core/film';
import { lineIndexAt, percentOn, rangeOn, timeAt } from './place.ts';

const lines = linesOf([0, 2, 4, 6, 8, 10], 0, 12);

describe('placing times on lines', () => {
  it('puts a time at its share of the full width, also on a line that is not full', () => {
    expect(percentOn(lines[0]!, 2)).toBe(25);
    expect(percentOn(lines[1]!, 12)).toBe(50);
  });

  it('cuts a stretch at the ends of a line', () => {
    expect(rangeOn(lines[0]!, 6, 10)).toEqual({ left: 75, width: 25 });
    expect(rangeOn(lines[1]!, 6, 10)).toEqual({ left: 0, width: 25 });
    expect(rangeOn(lines[1]!, 0, 8)).toBeNull();
  });

  it('finds the line of a time, and the time of a place', () => {
    expect([-1, 0, 7.99, 8, 40].map((at) => lineIndexAt(lines, at))).toEqual([0, 0, 0, 1, 1]);
    expect(timeAt(lines[0]!, 0.5)).toBe(4);
    expect(timeAt(lines[1]!, 0.9)).toBe(12);
  });
});
