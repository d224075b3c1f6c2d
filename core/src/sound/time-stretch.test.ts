import { describe, expect, it } from 'vitest';
import { timeStretched } from './time-stretch.ts';
import { Tape } from '../testing/synthesis.ts';

const joined = (packets: Iterable<Float32Array[]>, channel = 0): Float32Array => {
  const parts = [...packets].map((p) => p[channel]!);
  const whole = new Float32Array(parts.reduce((n, p) => n + p.length, 0));
  parts.reduce((at, p) => (whole.set(p, at), at + p.length), 0);
  return whole;
};

/** Upward crossings of zero in a second. */
const pitch = (sound: Float32Array, sampleRate: number): number => {
  const middle = sound.subarray(sampleRate / 2, sound.length - sampleRate / 2);
  const crossings = middle.reduce(
    (n, x, i) => n + (i > 0 && middle[i - 1]! < 0 && x >= 0 ? 1 : 0),
    0,
  );
  return (crossings * sampleRate) / middle.length;
};

describe('sound at another speed', () => {
  it.each([0.5, 0.75])('lasts as much longer at %f and keeps its pitch', (speed) => {
    const tape = new Tape(3, 48000);
    tape.add(0, 3, (t) => 0.5 * Math.sin(2 * Math.PI * 330 * t));
    const slow = joined(
      timeStretched([tape.samples], 48000, { from: 0, to: tape.samples.length }, speed),
    );
    expect(Math.abs(slow.length / 48000 - 3 / speed)).toBeLessThan(0.05);
    expect(Math.abs(pitch(slow, 48000) - 330)).toBeLessThan(2);
    // No seam: a sine of this pitch and height moves by at most 0.5 · 2π · 330 / 48000 from sample
    // to sample.
    const steps = slow.subarray(4800, -9600).map((x, i, all) => Math.abs(x - (all[i - 1] ?? x)));
    expect(steps.subarray(1).reduce((a, x) => Math.max(a, x), 0)).toBeLessThan(
      1.5 * 0.5 * ((2 * Math.PI * 330) / 48000),
    );
  });

  it('puts attacks where they belong, to 20 ms, in every channel', () => {
    const tape = new Tape(4, 44100, 5);
    for (const at of [1, 2.25, 3]) tape.snare(at);
    const slow = joined(
      timeStretched([tape.samples, tape.samples], 44100, { from: 22050, to: 4 * 44100 }, 0.5),
      1,
    );
    for (const at of [1, 2.25, 3]) {
      const place = Math.round((at - 0.5) * 2 * 44100);
      const peak = (from: number, to: number) =>
        slow
          .subarray(Math.round(place + from * 44100), Math.round(place + to * 44100))
          .reduce((a, x) => Math.max(a, Math.abs(x)), 0);
      expect(peak(-0.2, -0.025)).toBeLessThan(0.02);
      expect(peak(-0.02, 0.04)).toBeGreaterThan(0.2);
    }
  });

  it('is nothing of nothing', () => {
    expect([...timeStretched([new Float32Array(100)], 44100, { from: 50, to: 50 }, 0.5)]).toEqual(
      [],
    );
    expect(
      joined(timeStretched([new Float32Array(9000)], 44100, { from: 0, to: 9000 }, 0.5)).every(
        (x) => x === 0,
      ),
    ).toBe(true);
  });
});
