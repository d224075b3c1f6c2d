import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inCells } from './cells.ts';
import { fineLevelMeter } from './fine-level.ts';
import { weightedPowerMeter } from '../loudness/loudness.ts';
import { outlineMeter } from './outline.ts';
import { speechLevelMeter } from '../loudness/speech-level.ts';
import { danceAt128 } from '../../testing/synthesis.ts';

describe('cells', () => {
  it('are the same whatever the pieces: each sample once, in its cell, the last cut short by the end', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 40 }), { maxLength: 20 }), (pieces) => {
        const seen: number[][] = [[]];
        const counts: number[] = [];
        const cells = inCells(
          (cell) => Math.round(cell * 4.41),
          (samples: Float32Array, from, to) => seen.at(-1)!.push(...samples.subarray(from, to)),
          (count) => {
            counts.push(count);
            seen.push([]);
          },
        );
        let next = 0;
        for (const length of pieces) cells.take(Float32Array.from({ length }, () => next++));
        cells.rest();
        expect(seen.flat()).toEqual(Array.from({ length: next }, (_, i) => i));
        expect(counts).toEqual(seen.slice(0, -1).map((cell) => cell.length));
        counts.slice(0, -1).forEach((count) => expect([4, 5]).toContain(count));
      }),
    );
  });

  it.each([
    ['fine level', fineLevelMeter],
    ['outline', outlineMeter],
    ['speech level', speechLevelMeter],
    ['K-weighted power', weightedPowerMeter],
  ] as const)('make %s the same in pieces as in one', (_, meterAt) => {
    const { samples, sampleRate } = danceAt128().tape;
    const sound = samples.subarray(0, 2 * sampleRate);
    const [whole, parted] = [meterAt(sampleRate), meterAt(sampleRate)];
    whole.take(sound);
    for (let at = 0; at < sound.length; at += 997) parted.take(sound.subarray(at, at + 997));
    // Sums are taken in another order, so the last digits may differ.
    const numbers = (x: object): number[] =>
      ArrayBuffer.isView(x) ? [...(x as Float32Array)] : Object.values(x).flatMap(numbers);
    const [a, b] = [numbers(parted.end() as object), numbers(whole.end() as object)];
    expect(a).toHaveLength(b.length);
    a.forEach((x, i) => expect(Math.abs(x - b[i]!)).toBeLessThanOrEqual(1e-6 * Math.abs(b[i]!)));
  });
});
