import { describe, expect, it } from 'vitest';
import { toText } from '../time/index.ts';
import { rateOfTimestamps } from './rate-of-timestamps.ts';

const evenly = (count: number, spacing: number, first = 0) =>
  Array.from({ length: count }, (_, i) => first + i * spacing);
/** Times of a rate rounded to milliseconds, as WebM and Matroska store them. */
const inMilliseconds = (count: number, num: number, den: number) =>
  Array.from({ length: count }, (_, i) => Math.round((i * den * 1000) / num));

describe('rate of timestamps', () => {
  it.each([
    [evenly(240, 1001), 30000, '30000/1001'],
    [evenly(240, 1001, 2002), 24000, '24000/1001'],
    [evenly(50, 512), 12800, '25'],
    [evenly(50, 100), 12000, '120'],
    [evenly(50, 80), 1000, '25/2'],
  ])('is exact when frames are evenly spaced', (ticks, perSecond, rate) => {
    const found = rateOfTimestamps(ticks, perSecond)!;
    expect(found.exact).toBe(true);
    expect(toText(found.rate!)).toBe(rate);
  });

  it.each([
    [24000, 1001, '24000/1001'],
    [24, 1, '24'],
    [30000, 1001, '30000/1001'],
    [60000, 1001, '60000/1001'],
    [60, 1, '60'],
    [120, 1, '120'],
  ])('fits millisecond times of %i/%i and says they are rounded', (num, den, rate) => {
    const found = rateOfTimestamps(inMilliseconds(240, num, den), 1000)!;
    expect(found.exact).toBe(false);
    expect(toText(found.rate!)).toBe(rate);
  });

  it('gives no rate for uneven frames, only the mean', () => {
    const found = rateOfTimestamps([0, 33, 66, 130, 163, 230, 263, 330], 1000)!;
    expect(found.rate).toBeNull();
    expect(found.mean).toBeCloseTo(21.21, 2);
  });

  it('needs two frames', () => expect(rateOfTimestamps([0], 1000)).toBeNull());
});
