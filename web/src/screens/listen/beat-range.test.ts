import { samples } from '@caesura/core/time';
import { describe, expect, it } from 'vitest';
import { rangeOnBeats } from './beat-range.ts';

const RATE = 48_000;
const beats = [1, 1.5, 2, 2.5].map((s) => samples(s * RATE));

describe('rangeOnBeats', () => {
  it('puts each end on the beat within 150 ms, and leaves an end that is farther away', () => {
    expect(rangeOnBeats(samples(1.1 * RATE), samples(2.2 * RATE), beats, RATE)).toEqual({
      from: 1 * RATE,
      to: 2.2 * RATE,
    });
  });

  it('takes the ends in either order', () => {
    const there = rangeOnBeats(samples(0.2 * RATE), samples(2.6 * RATE), beats, RATE);
    expect(there).toEqual({ from: 0.2 * RATE, to: 2.5 * RATE });
    expect(rangeOnBeats(samples(2.6 * RATE), samples(0.2 * RATE), beats, RATE)).toEqual(there);
  });

  it('is none when both ends come onto one beat, and works where nothing has a beat', () => {
    expect(rangeOnBeats(samples(1.45 * RATE), samples(1.55 * RATE), beats, RATE)).toBeNull();
    expect(rangeOnBeats(samples(5), samples(900), [], RATE)).toEqual({ from: 5, to: 900 });
  });
});
