import { describe, expect, it } from 'vitest';
import { measureEffect } from '../measure-effect.ts';
import { MIX_RATE } from '../mix-rate.ts';
import { FAMILIES, KIT } from './index.ts';

const made = new Map(KIT.map((effect) => [effect.id, effect.render()]));
const of = (family: string) => KIT.filter((effect) => effect.family === family);
/** Power of a stretch in dB, from second to second. */
const power = (sound: Float32Array, from: number, to: number) => {
  const part = sound.subarray(Math.round(from * MIX_RATE), Math.round(to * MIX_RATE));
  return 10 * Math.log10(part.reduce((sum, x) => sum + x * x, 0) / part.length + 1e-12);
};
/** Times a second that a sound goes through zero upwards. */
const crossings = (sound: Float32Array, from: number, to: number) => {
  let count = 0;
  for (let n = Math.round(from * MIX_RATE); n < to * MIX_RATE; n++)
    if (sound[n - 1]! < 0 && sound[n]! >= 0) count++;
  return count / (to - from);
};

describe('the kit', () => {
  it('has two or three variations of each kind that do not sound alike', () => {
    expect(new Set(KIT.map(({ id }) => id)).size).toBe(KIT.length);
    expect(new Set(KIT.map(({ name }) => name)).size).toBe(KIT.length);
    for (const family of FAMILIES) {
      const sounds = of(family).map(({ id }) => made.get(id)!);
      expect([2, 3], family).toContain(sounds.length);
      for (const [i, a] of sounds.entries())
        for (const b of sounds.slice(i + 1)) {
          const length = Math.min(a.length, b.length);
          let [both, one, other] = [0, 0, 0];
          for (let n = 0; n < length; n++) {
            both += a[n]! * b[n]!;
            one += a[n]! ** 2;
            other += b[n]! ** 2;
          }
          expect(Math.abs(both / Math.sqrt(one * other)), family).toBeLessThan(0.9);
        }
    }
  });

  it.each(KIT.map((effect) => [effect.id, effect] as const))(
    '%s is as long as it says, at −1 dB, alike each time, and begins and ends without a click',
    (id, effect) => {
      const sound = made.get(id)!;
      expect(sound).toHaveLength(Math.round(effect.length * MIX_RATE));
      expect(sound.every(Number.isFinite)).toBe(true);
      const { top, loudness } = measureEffect([sound], MIX_RATE);
      expect(top).toBeCloseTo(-1, 3);
      expect(loudness).toBeGreaterThan(-30);
      expect(effect.render()).toEqual(sound);
      // Rooms and air are looped, from anywhere to anywhere.
      if (['room', 'air'].includes(effect.family)) return;
      expect(Math.abs(sound[0]!)).toBeLessThan(0.01);
      expect(Math.abs(sound.at(-1)!)).toBeLessThan(0.02);
    },
  );

  it('has swells that are loudest at their end, and are gone after it', () => {
    for (const { id, length } of of('swell')) {
      const sound = made.get(id)!;
      const levels = [0.3, 0.5, 0.7, 0.95].map((part) =>
        power(sound, part * length - 0.1, part * length),
      );
      expect(levels).toEqual(levels.toSorted((a, b) => a - b));
      expect(length - measureEffect([sound], MIX_RATE).peak / MIX_RATE).toBeLessThan(0.08);
    }
  });

  it('has drops that go down by two octaves, and impacts whose tails last as long as they are', () => {
    for (const { id, length } of of('drop')) {
      const sound = made.get(id)!;
      const [first, last] = [
        crossings(sound, 0.02, 0.25),
        crossings(sound, length - 0.4, length - 0.1),
      ];
      expect(Math.log2(first / last)).toBeGreaterThan(1.3);
    }
    for (const { id, length } of of('impact')) {
      const sound = made.get(id)!;
      const fall =
        power(sound, 0.3 * length, 0.4 * length) - power(sound, 0.7 * length, 0.8 * length);
      // 60 dB over its length make 24 over two fifths of it.
      expect(Math.abs(fall - 24), id).toBeLessThan(6);
    }
  });

  it('has shutters of two blows as far apart as they say', () => {
    for (const { id, length } of of('shutter')) {
      const sound = made.get(id)!;
      const second = length - 0.12 + 0.005;
      const before = power(sound, second - 0.02, second - 0.002);
      expect(power(sound, second, second + 0.01) - before).toBeGreaterThan(15);
      expect(power(sound, 0.005, 0.015) - before).toBeGreaterThan(12);
    }
  });
});
