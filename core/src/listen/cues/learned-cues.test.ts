import { describe, expect, it } from 'vitest';
import { exactAnalysis } from '../../testing/sample-plan.ts';
import { seeded } from '../../numbers/seeded.ts';
import { Tape } from '../../testing/synthesis.ts';
import { STRENGTH_RATE } from '../features/onset-strength.ts';
import { featuresOf } from '../testing/features.ts';
import { dropCandidates, dropsOf } from './drops.ts';
import { riseCandidates } from './rises.ts';
import { sectionCandidates, sectionsOf } from './sections.ts';
import { wordCandidates } from './words.ts';

/** What the network would tell, a value in the frames of stretches of seconds. */
function told(seconds: number, stretches: readonly (readonly [number, number, number])[]) {
  const curve = new Float32Array(seconds * STRENGTH_RATE);
  for (const [from, to, value] of stretches)
    curve.fill(value, Math.round(from * STRENGTH_RATE), Math.round(to * STRENGTH_RATE));
  return curve;
}

/** Ten seconds of an even tone, in which nothing starts by its level. */
const tone = new Tape(10, 44100, 2);
tone.add(0, 10, (t) => 0.2 * Math.sin(2 * Math.PI * 500 * t));
const even = featuresOf(tone);

describe('what was learned', () => {
  it('tells of words where the level tells none', () => {
    const word = told(10, [
      [3.2, 3.21, 0.9],
      [6, 6.01, 0.2],
    ]);
    const voice = told(10, [[3.2, 5, 1]]);
    const found = wordCandidates(even, { voice, word }, () => 0.5).filter((c) => c.facts.unheard);
    expect(found.map((c) => c.at / 44100)).toEqual([expect.closeTo(3.2, 2)]);
    expect(found[0]!.facts.voice).toBeCloseTo(1, 6);
    expect(found[0]!.facts.word).toBeCloseTo(0.9, 6);
  });

  it('tells of rises, and where one starts whose level grew before', () => {
    const free = exactAnalysis(120, 0, { sampleRate: 44100 });
    expect(riseCandidates(even, free, told(10, []))).toEqual([]);
    const [found, ...none] = riseCandidates(even, free, told(10, [[4, 7, 0.95]]));
    expect(none).toEqual([]);
    expect(found!.start / 44100).toBeCloseTo(4, 1);
    expect(found!.peak / 44100).toBeCloseTo(7, 1);
    expect(found!.facts).toMatchObject({ straight: 0, grown: 0 });
    expect(found!.facts.learned).toBeCloseTo(0.95, 1);
    expect(found!.facts.edge).toBeCloseTo(0.95, 1);

    // Noise that swells from 2 s to 12 s; the network hears the rise from 7 s on only.
    const random = seeded(3);
    const tape = new Tape(15, 44100, 3);
    tape.add(2, 10, (t) => 0.5 * 10 ** ((-40 * (1 - t / 10)) / 20) * (2 * random() - 1));
    tape.kick(12);
    const late = riseCandidates(featuresOf(tape), free, told(15, [[7, 12, 0.9]]));
    expect(late).toHaveLength(1);
    expect(late[0]!.start / 44100).toBeCloseTo(7, 1);
    expect(late[0]!.peak / 44100).toBeCloseTo(12, 1);
    expect(late[0]!.facts.straight).toBeGreaterThan(0);
  });

  it('takes rises from beat to beat, and from bar to bar where that is near', () => {
    // Bars start on 0, 2, 4 …; the curve begins and ends a little off them.
    const bars = exactAnalysis(120, 20, { sampleRate: 44100, first: 0 });
    const [found, ...none] = riseCandidates(even, bars, told(10, [[2.06, 5.95, 0.6]]));
    expect(none).toEqual([]);
    expect([found!.start, found!.peak].map((at) => at / 44100)).toEqual([2, 6]);
    expect(found!.facts).toMatchObject({ peakOnBar: 1, startOnBar: 1 });
    // What is more than a bar line is worth decides.
    const [other] = riseCandidates(even, bars, told(10, [[2.5, 5.5, 0.97]]));
    expect([other!.start, other!.peak].map((at) => at / 44100)).toEqual([2.5, 5.5]);
    expect(other!.facts).toMatchObject({ peakOnBar: 0, startOnBar: 0 });
  });

  it('tells at which bar a section starts', () => {
    const long = new Tape(30, 44100, 2);
    long.add(0, 30, (t) => 0.2 * Math.sin(2 * Math.PI * 500 * t));
    const features = featuresOf(long);
    const whole = exactAnalysis(120, 60, { sampleRate: 44100, first: 0 });
    const curve = told(30, [[15.9, 16.1, 0.995]]);
    const found = sectionCandidates(features, whole, curve);
    expect(found).toHaveLength(60);
    expect(found.filter((b) => b.facts.onBar)).toHaveLength(15);
    expect(found.filter((b) => b.facts.learned > 0).map((b) => b.at / 44100)).toEqual([16]);
    expect(sectionsOf(features, whole, curve).map((s) => s.at / 44100)).toContain(16);
  });

  it('tells of drops where the bass grows by little, of those near each other the surest', () => {
    // A bass of 60 Hz that is 6 dB louder from 12 s on, under a tone.
    const tape = new Tape(24, 44100, 2);
    tape.add(0, 24, (t) => 0.1 * Math.sin(2 * Math.PI * 500 * t));
    tape.add(0, 24, (t) => (t < 12 ? 0.1 : 0.2) * Math.sin(2 * Math.PI * 60 * t));
    const features = featuresOf(tape);
    const bars = exactAnalysis(120, 48, { sampleRate: 44100, first: 0 });
    const nothing = { rises: [], pauses: [] };
    const at = (curve: Float32Array) => dropCandidates(features, bars, nothing, curve);
    const grown = at(told(24, [])).find((c) => c.at / 44100 === 12)!.facts;
    // In tens of decibels.
    expect(grown.grown).toBeCloseTo(0.6, 1);
    expect(grown.close).toBeCloseTo(0.6, 1);
    expect(grown.full).toBeCloseTo(1, 1);
    expect(grown.learned).toBeLessThan(-5);
    const sure = told(24, [[11.9, 12.1, 0.99]]);
    expect(at(sure).find((c) => c.at / 44100 === 12)!.facts.learned).toBeGreaterThan(4);
    expect(dropsOf(features, bars, nothing, told(24, []))).toEqual([]);
    expect(dropsOf(features, bars, nothing, sure).map((d) => d.at / 44100)).toEqual([12]);
  });
});
