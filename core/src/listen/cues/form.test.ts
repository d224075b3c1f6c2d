import { describe, expect, it } from 'vitest';
import { analyseSound, type SoundFindings } from '../analyse.ts';
import { matched } from '../../testing/beat-measures.ts';
import { seeded } from '../../numbers/seeded.ts';
import { beatTimes, Tape } from '../../testing/synthesis.ts';

const heard = (tape: Tape): SoundFindings => analyseSound([tape.samples], tape.sampleRate);

describe('rises', () => {
  /** Noise that swells by 40 dB from `from` and breaks off at `to`, with a thump there. */
  function swell(tape: Tape, from: number, to: number): void {
    const random = seeded(Math.round(from * 10));
    const length = to - from;
    tape.add(from, length, (t) => 0.5 * 10 ** ((-40 * (1 - t / length)) / 20) * (2 * random() - 1));
    tape.kick(to);
  }

  it('are all found, none false: start ±250 ms, peak ±50 ms, the hits there ±25 ms', () => {
    const tape = new Tape(30, 44100, 3);
    const truth = [
      [2, 5],
      [9, 15],
      [20, 22.2],
    ] as const;
    for (const [from, to] of truth) swell(tape, from, to);
    const { rises, hits } = heard(tape);
    expect(rises).toHaveLength(truth.length);
    truth.forEach(([from, to], i) => {
      expect(Math.abs(rises[i]!.start / 44100 - from)).toBeLessThanOrEqual(0.25);
      expect(Math.abs(rises[i]!.peak / 44100 - to)).toBeLessThanOrEqual(0.05);
      expect(rises[i]!.confidence).toBeGreaterThan(0.5);
    });
    const found = hits.map((h) => h.at / 44100);
    expect(found).toHaveLength(truth.length);
    expect(
      matched(
        truth.map(([, to]) => to),
        found,
        0.025,
      ),
    ).toHaveLength(truth.length);
  });

  it('are none in a steady tone, in noise and in drums', () => {
    const steady = new Tape(10, 44100, 4);
    steady.add(0, 10, (t) => 0.3 * Math.sin(2 * Math.PI * 300 * t));
    const noise = new Tape(10, 44100, 4);
    noise.noise(0.3);
    const drums = new Tape(12, 44100, 4);
    for (const at of beatTimes(0.5, 20, () => 110)) drums.snare(at);
    for (const tape of [steady, noise, drums]) expect(heard(tape).rises).toEqual([]);
  });
});

describe('hits', () => {
  it('are found within 25 ms over a held chord, all and no more', () => {
    const tape = new Tape(20, 44100, 9);
    for (const hz of [220, 277, 330]) tape.add(0, 20, (t) => 0.05 * Math.sin(2 * Math.PI * hz * t));
    const random = seeded(31);
    const truth: number[] = [];
    for (let t = 1; t < 19; t += 0.5 + 2 * random()) truth.push(t);
    truth.forEach((at) => tape.kick(at, 0.4 + 0.4 * random()));
    const found = heard(tape).hits.map((h) => h.at / 44100);
    expect(found).toHaveLength(truth.length);
    expect(matched(truth, found, 0.025)).toHaveLength(truth.length);
  });
});

describe('sections and drops', () => {
  /**
   * Three parts of eight bars at 120 BPM: chords alone, then with kick and bass, then chords alone;
   * from 0.5 s.
   */
  function threeParts(): Tape {
    const tape = new Tape(50, 44100, 2);
    beatTimes(0.5, 96, () => 120).forEach((at, i) => {
      const [bar, middle] = [Math.floor(i / 4), i >= 32 && i < 64];
      const root = [45, 41, 48, 43][bar % 4]!;
      if (i % 4 === 0) for (const note of [12, 16, 19]) tape.pluck(at, root + note, 1.9, 0.12);
      tape.hat(at, 0.1);
      if (i % 4 === 0) tape.pluck(at, root + 24, 0.4, 0.1);
      if (!middle) return;
      tape.kick(at);
      tape.pluck(at, root - 12, 0.45, 0.3);
      if (i % 2 === 1) tape.snare(at, 0.3);
    });
    return tape;
  }

  it('start on bar lines where the parts change, the drop where the bass comes in', () => {
    const { sections, drops, analysis } = heard(threeParts());
    const [into, out] = [16.5, 32.5];
    const at = sections.filter((s) => s.confidence > 0.3).map((s) => s.at / 44100);
    for (const t of [into, out])
      expect(Math.min(...at.map((x) => Math.abs(x - t)))).toBeLessThan(0.1);
    const bars = new Set(analysis.downbeats.map((i) => analysis.beats[i]!.at));
    expect(sections.every((s) => bars.has(s.at))).toBe(true);
    expect(drops).toHaveLength(1);
    expect(Math.abs(drops[0]!.at / 44100 - into)).toBeLessThan(0.05);
  });

  it('are none in a few seconds and in silence', () => {
    expect(heard(new Tape(3))).toMatchObject({
      sections: [],
      drops: [],
      hits: [],
      rises: [],
      words: [],
    });
  });
});
