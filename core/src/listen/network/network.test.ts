import { readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { finished } from '../../time/index.ts';
import { metered } from '../features/meter.ts';
import { strengthMeter } from '../features/onset-strength.ts';
import { forward, INPUTS } from './forward.ts';
import { networkFeatures } from './network-features.ts';
import { halfFloat, networkOf, OUTPUTS, type WeightsFile } from './weights.ts';

const read = <T>(name: string): T =>
  JSON.parse(readFileSync(path.join(import.meta.dirname, name), 'utf8')) as T;
const file = read<WeightsFile>('weights.json');
/** Features by chance, and what the trainer says of them with the weights as it has them. */
const check = read<{ features: string; tones: string; said: Record<string, number[]> }>(
  'testing/check.json',
);
const features = Uint8Array.from(Buffer.from(check.features, 'base64'));

describe('half-precision floats', () => {
  it('are read as IEEE 754-2019 says', () => {
    // One, the largest, the least normal and the least subnormal number, and both zeros.
    expect(halfFloat(0x3c00)).toBe(1);
    expect(halfFloat(0xc000)).toBe(-2);
    expect(halfFloat(0x7bff)).toBe(65504);
    expect(halfFloat(0x0400)).toBe(2 ** -14);
    expect(halfFloat(0x0001)).toBe(2 ** -24);
    expect([halfFloat(0), Math.abs(halfFloat(0x8000))]).toEqual([0, 0]);
    expect(halfFloat(0xfc00)).toBe(-Infinity);
    expect(halfFloat(0x7e00)).toBeNaN();
  });
});

/** A second of tones that start and die away, as the trainer makes it. */
const tones = Float32Array.from({ length: 44100 }, (_, n) =>
  [
    [110, 0],
    [440, 0.2],
    [1000, 0.5],
    [5000, 0.73],
  ].reduce((sum, [hertz, start]) => {
    const t = n / 44100;
    const loud = t >= start! ? Math.exp(-8 * (t - start!)) : 0;
    return sum + 0.4 * Math.sin(2 * Math.PI * hertz! * t) * loud;
  }, 0),
);

describe('what the network is given', () => {
  it('is what the trainer gave it, to a step of 0.4 dB', () => {
    const expected = Uint8Array.from(Buffer.from(check.tones, 'base64'));
    const given = networkFeatures(metered(strengthMeter(44100), tones));
    expect(given).toHaveLength(expected.length);
    const off = [...given].map((byte, i) => Math.abs(byte - expected[i]!));
    expect(Math.max(...off)).toBeLessThanOrEqual(1);
    expect(new Set(given).size).toBeGreaterThan(100);
  });
});

describe('the network', () => {
  it('says of features what the trainer says, to a thousandth', () => {
    const curves = finished(forward(networkOf(file), features));
    for (const output of OUTPUTS) {
      expect(curves[output]).toHaveLength(features.length / INPUTS);
      const off = check.said[output]!.map((said, i) => Math.abs(said - curves[output][i]!));
      expect(Math.max(...off), output).toBeLessThan(2e-3);
    }
  });

  it('tells a probability for every frame, however long the file', () => {
    const network = networkOf(file);
    const twice = new Uint8Array(8 * features.length).fill(40);
    twice.set(features);
    const [short, long] = [features, twice].map((f) => finished(forward(network, f)).beat);
    expect(long).toHaveLength(8 * short!.length);
    expect(long!.every((p) => p >= 0 && p <= 1)).toBe(true);
  });

  it('refuses weights of another version, cut off, or of other outputs', () => {
    expect(() => networkOf({ ...file, version: 99 })).toThrow('of version 99');
    expect(() => networkOf({ ...file, values: file.values.slice(0, 4000) })).toThrow('cut off');
    expect(() => networkOf({ ...file, outputs: ['beat'] })).toThrow('something else');
    expect(() => networkOf({ ...file, tensors: file.tensors.slice(1) })).toThrow('longer');
  });
});
