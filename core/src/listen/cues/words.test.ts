import { describe, expect, it } from 'vitest';
import { analyseSound } from '../analyse.ts';
import { fMeasure } from '../../testing/beat-measures.ts';
import { seeded } from '../../numbers/seeded.ts';
import { bandAt92, danceAt128, Tape } from '../../testing/synthesis.ts';
import { voiceLikeness } from './voice-likeness.ts';

/**
 * Made “words”: vowels of gliding pitch with formant-like partials, 150–350 ms, 60–140 ms apart;
 * their starts in s.
 */
function speech(tape: Tape, until: number): number[] {
  const random = seeded(12);
  const starts: number[] = [];
  for (let t = 0.7; t < until;) {
    const length = 0.15 + 0.2 * random();
    const pitch = 110 + 60 * random();
    starts.push(t);
    tape.add(t, length, (x) => {
      const phase = 2 * Math.PI * (pitch * x + 20 * x * x);
      let sum = 0;
      for (let k = 1; k <= 20; k++) sum += Math.sin(k * phase) / (1 + Math.abs(k - 5));
      return 0.12 * sum * Math.min(1, x / 0.01) * Math.min(1, (length - x) / 0.02);
    });
    t += length + 0.06 + 0.08 * random();
  }
  return starts;
}

const words = (tape: Tape) => {
  const { words: found } = analyseSound([tape.samples], tape.sampleRate);
  return { found, times: found.map((w) => w.at / tape.sampleRate) };
};

describe('word onsets (±50 ms)', () => {
  it('are found in a voice alone, F ≥ 0.90', () => {
    const tape = new Tape(20, 44100, 5);
    const starts = speech(tape, 19);
    const { found, times } = words(tape);
    expect(fMeasure(starts, times, 0.05)).toBeGreaterThanOrEqual(0.9);
    expect(found.filter((w) => w.confidence > 0.5).length).toBeGreaterThan(0.75 * found.length);
  });

  it('are found over music at −10 dB, F ≥ 0.70', () => {
    const { tape: music } = bandAt92();
    const tape = new Tape(20, 44100, 5);
    const starts = speech(tape, 19);
    const power = (x: Float32Array) => Math.sqrt(x.reduce((a, v) => a + v * v, 0) / x.length);
    const gain = (0.316 * power(tape.samples)) / power(music.samples);
    for (let n = 0; n < tape.samples.length; n++) tape.samples[n]! += gain * music.samples[n]!;
    expect(fMeasure(starts, words(tape).times, 0.05)).toBeGreaterThanOrEqual(0.7);
  });

  it('are none in music, in silence and in noise', () => {
    expect(words(danceAt128().tape).found.filter((w) => w.confidence >= 0.5)).toEqual([]);
    expect(words(new Tape(5)).found).toEqual([]);
    const noise = new Tape(10, 44100, 3);
    noise.noise(0.3);
    expect(words(noise).found).toEqual([]);
  });
});

describe('likeness to a voice', () => {
  const beats = Array.from({ length: 40 }, (_, i) => i * 0.5);
  it('is low for notes on the beat and its quarters, high for starts that keep to none', () => {
    const random = seeded(4);
    const notes = beats.flatMap((t) => [t, t + 0.25]);
    const free = Array.from({ length: 40 }, (_, i) => i * 0.41 + 0.2 * random()).toSorted(
      (a, b) => a - b,
    );
    expect(voiceLikeness(notes, beats, 0.9)).toBeLessThan(0.2);
    expect(voiceLikeness(free, beats, 0.9)).toBeGreaterThan(0.6);
    expect(
      voiceLikeness(
        beats.map((t) => 3 * t),
        [],
        0,
      ),
    ).toBe(0);
  });
});
