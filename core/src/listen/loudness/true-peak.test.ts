import { describe, expect, it } from 'vitest';
import { truePeakIn } from './true-peak.ts';

const RATE = 48_000;
const decibels = (x: number) => 20 * Math.log10(x);

/** A second of a tone at a part of the sample rate, faded in and out over 10 ms. */
function tone(part: number, degrees: number, amplitude: number): Float32Array {
  return Float32Array.from({ length: RATE }, (_, n) => {
    const edge = Math.min(n, RATE - 1 - n);
    const fade = edge < 480 ? 0.5 - 0.5 * Math.cos((Math.PI * edge) / 480) : 1;
    return amplitude * fade * Math.sin((2 * Math.PI * n) / part + (degrees * Math.PI) / 180);
  });
}

describe('true peak', () => {
  // EBU Tech 3341, minimum requirements signals 15 to 19 (signal numbers and levels from memory),
  // with the tolerance of the paper; the second figure is that of libebur128 1.2.6.
  it.each([
    ['15', 4, 0, 0.5, -6, -6.0206],
    ['16', 4, 45, 0.5, -6, -6.0206],
    ['17', 6, 60, 0.5, -6, -6.0055],
    ['18', 8, 67.5, 0.5, -6, -6.0188],
    ['19', 4, 45, 1.41, 3, 2.9512],
  ])(
    'of signal %s is what EBU Tech 3341 says',
    (_name, part, degrees, amplitude, wanted, library) => {
      const found = decibels(truePeakIn(tone(part, degrees, amplitude), 0, RATE));
      expect(found).toBeGreaterThan(wanted - 0.4);
      expect(found).toBeLessThan(wanted + 0.2);
      expect(Math.abs(found - library)).toBeLessThan(0.1);
    },
  );

  it('of noise is above its highest sample, and the same whole or in parts', () => {
    let state = 7;
    const noise = Float32Array.from({ length: 2 * RATE }, () => {
      state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
      return 0.4 * (state / 2 ** 31 - 1);
    });
    const whole = truePeakIn(noise, 0, noise.length);
    let parts = 0;
    for (let from = 0; from < noise.length; from += 7919)
      parts = truePeakIn(noise, from, Math.min(noise.length, from + 7919), parts);
    expect(parts).toBe(whole);
    expect(whole).toBeGreaterThan(Math.max(...noise.map(Math.abs)));
  });

  it('of silence is nothing', () => {
    expect(truePeakIn(new Float32Array(1000), 0, 1000)).toBe(0);
  });
});
