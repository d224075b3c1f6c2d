import { describe, expect, it } from 'vitest';
import { pausesOf } from './pauses.ts';
import { beatTimes, Tape } from '../../testing/synthesis.ts';
import { featuresOf } from '../testing/features.ts';

describe('pauses', () => {
  /**
   * Chords from 1 s, a pause from 9 s (the last chord dies by then) to 12.35 s, chords again to 20
   * s.
   */
  function tape(noise: number): Tape {
    const made = new Tape(22, 44100, 6);
    for (const at of [...beatTimes(1, 16, () => 120), ...beatTimes(12.35, 15, () => 120)])
      made.add(
        at,
        0.5,
        (t) => 0.4 * Math.min(1, (0.5 - t) / 0.01) * Math.sin(2 * Math.PI * 220 * t),
      );
    if (noise > 0) made.noise(noise);
    return made;
  }

  it.each([0, 0.0005])(
    'are found from end to start of sound to 25 ms, over noise of %f too',
    (noise) => {
      const made = tape(noise);
      const { sampleRate } = made;
      const found = pausesOf(featuresOf(made));
      expect(found).toHaveLength(1);
      expect(Math.abs(found[0]!.start / sampleRate - 9)).toBeLessThan(0.025);
      expect(Math.abs(found[0]!.end / sampleRate - 12.35)).toBeLessThan(0.025);
      expect(found[0]!.confidence).toBeGreaterThan(0.5);
    },
  );

  it('are none in what goes on, in silence before and after, and in silence alone', () => {
    const steady = new Tape(6, 44100, 2);
    steady.add(1, 4, (t) => 0.3 * Math.sin(2 * Math.PI * 200 * t));
    expect(pausesOf(featuresOf(steady))).toEqual([]);
    expect(pausesOf(featuresOf(new Tape(1)))).toEqual([]);
  });
});
