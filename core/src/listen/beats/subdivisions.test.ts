import { describe, expect, it } from 'vitest';
import { samples } from '../../time/index.ts';
import { subdivisions } from './subdivisions.ts';
import { tempoCurve } from './tempo-curve.ts';

const beat = (at: number, confidence = 0.8) => ({ at: samples(at), strength: 1, confidence });

describe('half- and quarter-beats', () => {
  it('lie between beats, on an onset that is near, else exactly between and less sure', () => {
    const onsets = [{ at: samples(510), strength: 0.7, confidence: 0.9 }];
    const halves = subdivisions([beat(0), beat(1000), beat(2000)], onsets, 2);
    expect(halves.map((h) => h.at)).toEqual([510, 1500]);
    expect(halves[0]).toMatchObject({ strength: 0.7, confidence: 0.8 * 0.9 });
    expect(halves[1]!.confidence).toBeLessThan(halves[0]!.confidence);
  });

  it('of four leave the halves out, and of fewer than two beats there are none', () => {
    expect(subdivisions([beat(0), beat(1000)], [], 4).map((q) => q.at)).toEqual([250, 750]);
    expect(subdivisions([beat(0)], [], 4)).toEqual([]);
  });
});

describe('the tempo curve', () => {
  it('follows a change of tempo and is none for two beats', () => {
    const beats = [
      ...Array.from({ length: 20 }, (_, i) => i * 500),
      ...Array.from({ length: 20 }, (_, i) => 10000 + i * 400),
    ];
    const curve = tempoCurve({ beats: beats.map((at) => beat(at)), sampleRate: 1000 });
    expect(curve[2]!.tempo).toBeCloseTo(120, 9);
    expect(curve.at(-1)!.tempo).toBeCloseTo(150, 9);
    expect(tempoCurve({ beats: [beat(0), beat(1)], sampleRate: 1000 })).toEqual([]);
  });
});
