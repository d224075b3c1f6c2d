import { describe, expect, it } from 'vitest';
import { frameRate } from '../time/index.ts';
import {
  factsAtRate,
  framesAtRate,
  packTimes,
  storedFrameAt,
  unpackTimes,
  type FrameTimes,
} from './frame-times.ts';
import { NO_CHANGE } from './light-change.ts';
import { STILL } from './movement.ts';
import { NO_SUBJECT } from './subject-motion.ts';

/** Thirty frames a second in ticks of 1/600 s, every fifth frame missing. */
const ticks = Array.from({ length: 30 }, (_, i) => 20 * i).filter((_, i) => i % 5 !== 3);
const times: FrameTimes = { ticksPerSecond: 600, ticks, end: 600 };
const [THIRTY, NTSC] = [frameRate(30), frameRate(30000, 1001)];

describe('frames of a file of variable rate, at a constant one', () => {
  it('last as long as the file', () => {
    expect(framesAtRate(times, THIRTY)).toBe(30);
    expect(framesAtRate(times, frameRate(25))).toBe(25);
    expect(framesAtRate(times, NTSC)).toBe(30);
    expect(framesAtRate({ ticksPerSecond: 600, ticks: [0], end: 1 }, frameRate(24))).toBe(1);
  });

  it('show the stored frame that is on view then', () => {
    // Frame 3 is missing: frame 2 is still on view. From then on the stored frames are one behind.
    expect([0, 1, 2, 3, 4, 5].map((n) => storedFrameAt(times, THIRTY, n))).toEqual([
      0, 1, 2, 2, 3, 4,
    ]);
    expect(storedFrameAt(times, THIRTY, 29)).toBe(ticks.length - 1);
    expect(storedFrameAt(times, THIRTY, 500)).toBe(ticks.length - 1);
    // Times are from the first frame, wherever that lies.
    const later = { ...times, ticks: ticks.map((t) => t + 77), end: 677 };
    expect([2, 3, 4].map((n) => storedFrameAt(later, THIRTY, n))).toEqual([2, 2, 3]);
  });

  it('move as fast as the subject does, whatever the spacing', () => {
    // A pan of 0.3 widths a second: twice as far where a frame is missing.
    const stored = ticks.map((t, i) => ({
      ...STILL,
      subject: NO_SUBJECT,
      light: NO_CHANGE,
      dx: i === 0 ? 0 : (0.3 * (t - ticks[i - 1]!)) / 600,
      difference: 0,
      brightness: 0.5,
      sharpness: 1,
      colour: { red: i / 30, green: 0, blue: 0 },
    }));
    for (const rate of [THIRTY, frameRate(25), frameRate(60)]) {
      const facts = factsAtRate(stored, times, rate);
      expect(facts).toHaveLength(framesAtRate(times, rate));
      expect(facts[0]!.dx).toBe(0);
      const perFrame = (0.3 * rate.den) / rate.num;
      for (const { dx } of facts.slice(1, Math.floor(facts.length * 0.9)))
        expect(dx).toBeCloseTo(perFrame, 9);
    }
    expect(factsAtRate(stored, times, THIRTY)[3]!.colour).toEqual(stored[2]!.colour);
  });
});

it('are kept as JSON, and anything else is refused', () => {
  expect(unpackTimes(packTimes(times))).toEqual(times);
  for (const bad of [
    '{}',
    '{"ticksPerSecond":600,"ticks":[0,0],"end":9}',
    '{"ticksPerSecond":0,"ticks":[0],"end":9}',
  ])
    expect(() => unpackTimes(bad)).toThrow('cannot be read');
});
