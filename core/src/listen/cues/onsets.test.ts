import { describe, expect, it } from 'vitest';
import { onsetsOf, type Onset } from './onsets.ts';
import { fMeasure, medianErrorMilliseconds } from '../../testing/beat-measures.ts';
import { danceAt128, Tape } from '../../testing/synthesis.ts';
import { featuresOf } from '../testing/features.ts';

const onsets = (tape: Tape): Onset[] => onsetsOf(featuresOf(tape)).onsets;

const times = (found: readonly Onset[], tape: Tape): number[] =>
  found.map((o) => o.at / tape.sampleRate);

describe('onsets', () => {
  it('find every beat and off-beat of a dance piece (F-measure at ±25 ms)', () => {
    const { tape, beats } = danceAt128();
    const all = beats.flatMap((at) => [at, at + 30 / 128]);
    const found = times(onsets(tape), tape);
    expect(fMeasure(all, found, 0.025)).toBeGreaterThan(0.97);
    expect(Math.abs(medianErrorMilliseconds(all, found))).toBeLessThan(3);
  });

  it('tell kicks as low and hats as high', () => {
    const tape = new Tape(5, 44100, 4);
    [0.5, 1.5, 2.5, 3.5].forEach((at) => tape.kick(at));
    [1, 2, 3, 4].forEach((at) => tape.hat(at, 0.4));
    const found = onsets(tape);
    expect(found.map((o) => o.band)).toEqual([
      'low',
      'high',
      'low',
      'high',
      'low',
      'high',
      'low',
      'high',
    ]);
    expect(found.every((o) => o.strength > 0 && o.strength <= 1 && o.confidence > 0.5)).toBe(true);
  });

  it('are none in silence and few in a held trembling tone', () => {
    expect(onsets(new Tape(3))).toEqual([]);
    const tape = new Tape(10, 44100, 4);
    tape.add(
      0,
      10,
      (t) => 0.4 * (1 + 0.05 * Math.sin(2 * Math.PI * 5 * t)) * Math.sin(2 * Math.PI * 440 * t),
    );
    tape.snare(5);
    expect(onsets(tape).length).toBeLessThanOrEqual(3);
  });
});
