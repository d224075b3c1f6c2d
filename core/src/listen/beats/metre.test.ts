import { describe, expect, it } from 'vitest';
import { analyseSound } from '../analyse.ts';
import { steadied } from './steady-beats.ts';
import { fMeasure } from '../../testing/beat-measures.ts';
import { beatTimes, Tape } from '../../testing/synthesis.ts';

/**
 * Bars of `metre` beats: kick and a low root on the first, a snare on the accents given, hats and
 * chords on all.
 */
function bars(
  metre: number,
  snares: readonly number[],
  tempo: number,
  count: number,
): { tape: Tape; downbeats: number[] } {
  const beats = beatTimes(0.4, metre * count, () => tempo);
  const tape = new Tape(beats.at(-1)! + 1.5, 44100, 7);
  beats.forEach((at, i) => {
    const place = i % metre;
    const root = [45, 41, 48, 43][Math.floor(i / metre) % 4]!;
    tape.hat(at, 0.15);
    if (place === 0) {
      tape.kick(at);
      tape.pluck(at, root - 12, (60 / tempo) * metre * 0.9, 0.3);
    } else tape.pluck(at, root + 12 + [0, 4, 7][place % 3]!, 0.3, 0.12);
    if (snares.includes(place)) tape.snare(at, 0.35);
  });
  return { tape, downbeats: beats.filter((_, i) => i % metre === 0) };
}

describe('metre', () => {
  it.each([
    [3, [2], 130],
    [4, [1, 3], 120],
    [5, [3], 140],
    [7, [2, 4, 6], 160],
  ] as const)('finds %i in a bar and where the bars start', (metre, snares, tempo) => {
    const { tape, downbeats } = bars(metre, snares, tempo, 24);
    const { analysis } = analyseSound([tape.samples], tape.sampleRate);
    expect(analysis.beatsPerBar).toBe(metre);
    const found = analysis.downbeats.map((i) => analysis.beats[i]!.at / tape.sampleRate);
    expect(fMeasure(downbeats, found)).toBeGreaterThanOrEqual(0.9);
  });
});

describe('steady beats', () => {
  const attacks = (frames: readonly number[]): Float32Array => {
    const curve = new Float32Array(6000);
    for (const f of frames) curve[f] = 3;
    return curve;
  };
  const truth = Array.from({ length: 110 }, (_, i) => 20 + 50 * i);
  const withOffBeats = attacks([...truth, ...truth.map((f) => f + 25)]);

  it('are put back where the tracker slid to the off-beats for a while', () => {
    const slid = truth.map((f, i) => (i < 50 || i > 80 ? f : i < 54 ? f + 6 * (i - 49) : f + 25));
    expect(steadied(slid, withOffBeats)).toEqual(truth);
  });

  it('are left alone when the tempo changes and after a restart out of step', () => {
    const changing = truth.map((f, i) => f + Math.round(0.1 * i * i));
    expect(steadied(changing, attacks(changing.filter((f) => f < 6000)))).toBe(changing);
    const restarted = truth.map((f, i) => (i < 60 ? f : f + 25));
    expect(steadied(restarted, attacks(restarted))).toBe(restarted);
  });
});
