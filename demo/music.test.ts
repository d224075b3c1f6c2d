import { describe, expect, it } from 'vitest';
import { analyseSound, TRUSTED } from '@caesura/core/listen';
import { fMeasure, medianErrorMilliseconds } from '../core/src/testing/beat-measures.ts';
import { musicTruth, renderMusic, SAMPLE_RATE } from './music.ts';

describe('the demo music', () => {
  it('gives up its known beats, bars and tempo (F-measure after Davies, Degara and Plumbley 2009)', () => {
    const truth = musicTruth();
    const heard = analyseSound(renderMusic(), SAMPLE_RATE).analysis;
    const beats = heard.beats.map((b) => b.at / SAMPLE_RATE);
    expect(fMeasure(truth.beats, beats)).toBeGreaterThanOrEqual(0.95);
    expect(fMeasure(truth.beats, beats, 0.02)).toBeGreaterThanOrEqual(0.95);
    expect(Math.abs(medianErrorMilliseconds(truth.beats, beats))).toBeLessThan(3);
    expect(
      fMeasure(
        truth.downbeats,
        heard.downbeats.map((i) => beats[i]!),
      ),
    ).toBeGreaterThanOrEqual(0.95);
    expect(heard.tempo).toBeCloseTo(112, 0);
    expect(heard.confidence).toBeGreaterThan(TRUSTED);
  });
});
