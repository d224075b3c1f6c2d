import { describe, expect, it } from 'vitest';
import { kWeighting, loudnessOf as loudnessOfPowers, weightedPowerMeter } from './loudness.ts';
import { metered } from '../features/meter.ts';

/**
 * A 1 kHz tone of given peak levels (dB of full scale) one after another, the same in both
 * channels.
 */
function tone(
  parts: readonly (readonly [decibels: number, seconds: number])[],
  sampleRate = 48000,
): Float32Array[] {
  const samples = parts.flatMap(([decibels, seconds]) =>
    Array<number>(Math.round(seconds * sampleRate)).fill(10 ** (decibels / 20)),
  );
  const left = Float32Array.from(
    samples,
    (gain, n) => gain * Math.sin((2 * Math.PI * 1000 * n) / sampleRate),
  );
  return [left, left];
}

const loudnessOf = (channels: readonly Float32Array[], sampleRate: number) =>
  loudnessOfPowers(channels.map((channel) => metered(weightedPowerMeter(sampleRate), channel)));

describe('loudness (ITU-R BS.1770)', () => {
  it('weights with the filters of the recommendation at 48 kHz (BS.1770-5, tables 1 and 2)', () => {
    const [shelf, highPass] = kWeighting(48000);
    [1.53512485958697, -2.69169618940638, 1.19839281085285].forEach((b, i) =>
      expect(shelf.b[i]).toBeCloseTo(b, 10),
    );
    [-1.69065929318241, 0.73248077421585].forEach((a, i) => expect(shelf.a[i]).toBeCloseTo(a, 10));
    [1, -2, 1].forEach((b, i) => expect(highPass.b[i]).toBe(b));
    [-1.99004745483398, 0.99007225036621].forEach((a, i) =>
      expect(highPass.a[i]).toBeCloseTo(a, 10),
    );
  });

  // EBU Tech 3341, minimum requirements test signals 1 to 5: stereo sine of 1 kHz, tolerance ±0.1
  // LU (numbers and levels from memory).
  it.each([
    ['1', [[-23, 20]], -23],
    ['2', [[-33, 20]], -33],
    [
      '3',
      [
        [-36, 10],
        [-23, 60],
        [-36, 10],
      ],
      -23,
    ],
    [
      '4',
      [
        [-72, 10],
        [-36, 10],
        [-23, 60],
        [-36, 10],
        [-72, 10],
      ],
      -23,
    ],
    [
      '5',
      [
        [-26, 20],
        [-20, 20.1],
        [-26, 20],
      ],
      -23,
    ],
  ] as const)('reads signal %s of EBU Tech 3341', (_name, parts, wanted) => {
    expect(Math.abs(loudnessOf(tone(parts), 48000).integrated - wanted)).toBeLessThanOrEqual(0.1);
  });

  // Readings of libebur128 1.2.6 for the same signals.
  it.each([
    ['a tone of −23 dB', [[-23, 20]], -22.9933],
    [
      'signal 3 of EBU Tech 3341',
      [
        [-36, 10],
        [-23, 60],
        [-36, 10],
      ],
      -23.0139,
    ],
    [
      'signal 4 of EBU Tech 3341',
      [
        [-72, 10],
        [-36, 10],
        [-23, 60],
        [-36, 10],
        [-72, 10],
      ],
      -23.0139,
    ],
  ] as const)('agrees with a reference library to a hundredth on %s', (_name, parts, wanted) => {
    expect(Math.abs(loudnessOf(tone(parts), 48000).integrated - wanted)).toBeLessThan(0.01);
  });

  it('reads 997 Hz at full scale in one channel as −3.01 (BS.1770-4; libebur128 1.2.6: −3.0103)', () => {
    const channel = Float32Array.from({ length: 48000 * 20 }, (_, n) =>
      Math.sin((2 * Math.PI * 997 * n) / 48000),
    );
    expect(loudnessOf([channel], 48000).integrated).toBeCloseTo(-3.0103, 2);
  });

  it.each([44100, 96000])('reads the same at %i Hz', (sampleRate) => {
    const { integrated, momentaryMaximum, shortTermMaximum } = loudnessOf(
      tone([[-23, 10]], sampleRate),
      sampleRate,
    );
    for (const reading of [integrated, momentaryMaximum, shortTermMaximum])
      expect(Math.abs(reading + 23)).toBeLessThanOrEqual(0.1);
  });

  it('takes one channel as 3 dB less than the same in two, and the loudest moments of a change', () => {
    const [left] = tone([[-23, 10]]);
    expect(loudnessOf([left!], 48000).integrated).toBeCloseTo(-26.01, 1);
    const { momentaryMaximum, shortTermMaximum } = loudnessOf(
      tone([
        [-40, 5],
        [-20, 1],
        [-40, 5],
      ]),
      48000,
    );
    expect(momentaryMaximum).toBeCloseTo(-20, 1);
    // One loud second of three: 10·log10(1/3) = −4.77.
    expect(shortTermMaximum).toBeCloseTo(-24.7, 1);
  });

  it('is −∞ for silence and for less than a block', () => {
    expect(loudnessOf([new Float32Array(48000)], 48000).integrated).toBe(-Infinity);
    expect(loudnessOf(tone([[-20, 0.3]]), 48000).momentaryMaximum).toBe(-Infinity);
    expect(loudnessOf([], 48000).integrated).toBe(-Infinity);
  });

  // EBU Tech 3341, minimum requirements test signal 6: 5.0 channels, 1 kHz at −28 dB left and
  // right, −24 dB in the centre and −30 dB at the sides, reads −23.0 ± 0.1 LUFS (from memory); the
  // same with silence for low-frequency effects as 5.1.
  it('weights the channels at the sides: a signal of five channels, and of six', () => {
    const level = (decibels: number) => tone([[decibels, 20]])[0]!;
    const [front, centre, side] = [level(-28), level(-24), level(-30)];
    const five = [front, front, centre, side, side];
    expect(loudnessOf(five, 48000).integrated).toBeCloseTo(-23, 1);
    const loud = level(-6);
    const six = [front, front, centre, loud, side, side];
    expect(loudnessOf(six, 48000).integrated).toBeCloseTo(-23, 1);
  });
});
