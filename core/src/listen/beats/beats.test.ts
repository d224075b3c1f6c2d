import { describe, expect, it } from 'vitest';
import { analyseSound, soundFindingsProgress } from '../analyse.ts';
import { TRUSTED, type Analysis } from '../analysis.ts';
import { fMeasure, medianErrorMilliseconds } from '../../testing/beat-measures.ts';
import { seeded } from '../../numbers/seeded.ts';
import { bandAt92, danceAt128, slowingChords, Tape } from '../../testing/synthesis.ts';

const analyse = (sound: Pick<Tape, 'samples' | 'sampleRate'>): Analysis =>
  analyseSound([sound.samples], sound.sampleRate).analysis;
const beatSeconds = (a: Analysis): number[] => a.beats.map((b) => b.at / a.sampleRate);
const downbeatSeconds = (a: Analysis): number[] =>
  a.downbeats.map((i) => a.beats[i]!.at / a.sampleRate);

describe('beats of made pieces (measure after Davies, Degara and Plumbley 2009)', () => {
  it.each([danceAt128, bandAt92, slowingChords])('%o', (make) => {
    const piece = make();
    const found = analyse(piece.tape);
    expect(fMeasure(piece.beats, beatSeconds(found))).toBeGreaterThanOrEqual(0.95);
    expect(fMeasure(piece.beats, beatSeconds(found), 0.02)).toBeGreaterThanOrEqual(0.95);
    expect(Math.abs(medianErrorMilliseconds(piece.beats, beatSeconds(found)))).toBeLessThan(3);
    expect(fMeasure(piece.downbeats, downbeatSeconds(found))).toBeGreaterThanOrEqual(0.9);
    expect(found.confidence).toBeGreaterThan(TRUSTED);
    for (const beat of found.beats) {
      expect(beat.strength).toBeGreaterThanOrEqual(0);
      expect(beat.strength).toBeLessThanOrEqual(1);
      expect(beat.confidence).toBeGreaterThanOrEqual(0);
      expect(beat.confidence).toBeLessThanOrEqual(1);
    }
  });

  it('finds three in a bar', () => {
    const tape = new Tape(30, 44100, 5);
    const beats = Array.from({ length: 60 }, (_, i) => 0.4 + i * 0.45);
    beats.forEach((at, i) => {
      if (i % 3 === 0) {
        tape.kick(at);
        tape.pluck(at, [41, 46, 48, 41][(i / 3) % 4]!, 1.2, 0.3);
      } else {
        tape.hat(at, 0.3);
        [57, 60, 65].forEach((note) =>
          tape.pluck(at, note + [0, 1, 3, 0][Math.floor(i / 3) % 4]!, 0.3, 0.1),
        );
      }
    });
    const found = analyse(tape);
    expect(found.beatsPerBar).toBe(3);
    expect(
      fMeasure(
        beats.filter((_, i) => i % 3 === 0),
        downbeatSeconds(found),
      ),
    ).toBeGreaterThanOrEqual(0.9);
  });
});

describe('sounds without a beat', () => {
  it('finds nothing in ten seconds of silence', () => {
    const found = analyse({ samples: new Float32Array(441000), sampleRate: 44100 });
    expect(found).toMatchObject({
      beats: [],
      downbeats: [],
      tempo: null,
      confidence: 0,
      length: 441000,
    });
  });

  it('does not trust what it finds in noise or in attacks without a pulse', () => {
    const noise = new Tape(20, 44100, 3);
    noise.noise(0.3);
    const free = new Tape(30, 44100, 4);
    const random = seeded(99);
    for (let t = 0.5; t < 29; t += 0.3 + 1.7 * random()) free.kick(t);
    for (const tape of [noise, free]) expect(analyse(tape).confidence).toBeLessThan(TRUSTED);
  });

  it('refuses an empty sound and an absurd sample rate', () => {
    expect(() => analyse({ samples: new Float32Array(0), sampleRate: 44100 })).toThrow(/no sound/);
    expect(() => analyse({ samples: new Float32Array(10), sampleRate: 1 })).toThrow(/sample rate/);
  });
});

describe('progress', () => {
  it('tells progress that only grows, often enough to stop between steps', () => {
    const { tape } = danceAt128();
    const told: number[] = [];
    for (const fraction of soundFindingsProgress([tape.samples], tape.sampleRate))
      told.push(fraction);
    expect(told.length).toBeGreaterThan(30);
    expect(told).toEqual(told.toSorted((a, b) => a - b));
    expect(told.at(-1)).toBeLessThanOrEqual(1);
  });
});
