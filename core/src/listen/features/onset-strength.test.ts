import { describe, expect, it } from 'vitest';
import { metered } from './meter.ts';
import { strengthMeter, STRENGTH_RATE, type OnsetStrength } from './onset-strength.ts';
import { danceAt128, Tape } from '../../testing/synthesis.ts';

const strengthOf = (tape: Tape): OnsetStrength =>
  metered(strengthMeter(tape.sampleRate), tape.samples);

/** Frames that are higher than all within a tenth of a second and than a fifth of the highest. */
function peaks(curve: Float32Array): number[] {
  const highest = Math.max(...curve);
  return [...curve.keys()].filter((i) => {
    const near = curve.subarray(Math.max(0, i - 10), i + 11);
    return curve[i]! > highest / 5 && curve[i] === Math.max(...near);
  });
}

const TIMES = [0.5, 1.1, 1.73, 2.4, 3.05];

describe('onset strength', () => {
  it.each([22050, 44100, 48000, 96000])(
    'peaks where sounds start, at %i Hz as at any rate',
    (sampleRate) => {
      const tape = new Tape(4, sampleRate, 3);
      for (const at of TIMES) tape.snare(at);
      const found = peaks(strengthOf(tape).all).map((frame) => frame / STRENGTH_RATE);
      expect(found).toHaveLength(TIMES.length);
      // A window of 46 ms sees an attack before it reaches its middle; beats are moved onto attacks
      // later.
      TIMES.forEach((at, i) => expect(Math.abs(found[i]! - at)).toBeLessThan(0.03));
    },
  );

  it('tells low from high attacks', () => {
    const tape = new Tape(4, 44100, 3);
    tape.kick(1);
    tape.hat(2.5, 0.5);
    const { low, high } = strengthOf(tape);
    const around = (curve: Float32Array, at: number) =>
      Math.max(
        ...curve.subarray(Math.round(at * STRENGTH_RATE) - 5, Math.round(at * STRENGTH_RATE) + 6),
      );
    expect(around(low, 1)).toBeGreaterThan(10 * around(low, 2.5));
    expect(around(high, 2.5)).toBeGreaterThan(2 * around(high, 1));
  });

  it('is the same whatever the pieces a sound comes in', () => {
    const { tape } = danceAt128();
    const sound = tape.samples.subarray(0, 4 * tape.sampleRate);
    const whole = metered(strengthMeter(tape.sampleRate), sound);
    for (const size of [1, 997, 50_000]) {
      const meter = strengthMeter(tape.sampleRate);
      const end = size === 1 ? 3000 : sound.length;
      for (let at = 0; at < end; at += size)
        meter.take(sound.subarray(at, Math.min(end, at + size)));
      const pieces = meter.end();
      if (size > 1) expect(pieces).toEqual(whole);
      else
        expect(pieces.level).toEqual(
          metered(strengthMeter(tape.sampleRate), sound.subarray(0, end)).level,
        );
    }
  });

  it('is nothing in silence and in a tone that goes on', () => {
    expect(Math.max(...strengthOf(new Tape(2)).all)).toBe(0);
    const tape = new Tape(4);
    tape.add(0, 4, (t) => 0.5 * Math.sin(2 * Math.PI * 440 * t));
    tape.snare(3);
    const { all } = strengthOf(tape);
    const going = Math.max(...all.subarray(STRENGTH_RATE, 2.8 * STRENGTH_RATE));
    expect(going).toBeLessThan(0.05 * Math.max(...all.subarray(2.8 * STRENGTH_RATE)));
  });
});
