import { describe, expect, it } from 'vitest';
import type { OnsetStrength } from '../features/onset-strength.ts';
import { samples } from '../../time/index.ts';
import { likelihoods, weighed } from './odds.ts';
import { otherReadings } from './other-readings.ts';
import type { Track } from './made-beats.ts';
import { pulse } from './pulse.ts';
import { shared, sharedAlong, tempoOf } from './beat-lists.ts';
import { evidenceOf } from './evidence.ts';
import { readingFacts } from './reading-facts.ts';
import { candidates, type Candidate } from './readings.ts';

const LENGTH = 3000;
const beats = (period: number, first: number): number[] =>
  Array.from({ length: Math.floor((LENGTH - first) / period) }, (_, i) => first + i * period);
const peaksAt = (frames: readonly number[], height: number): Float32Array => {
  const curve = new Float32Array(LENGTH);
  for (const f of frames) curve[f] = height;
  return curve;
};
const strengthOf = (frames: readonly number[]): OnsetStrength => ({
  all: peaksAt(frames, 1),
  low: peaksAt(frames, 1),
  high: peaksAt(frames, 1),
  notes: peaksAt(frames, 1),
  chroma: new Float32Array(12 * LENGTH),
  level: new Float32Array(LENGTH).fill(0.1),
  bands: new Uint8Array(48 * LENGTH),
  centres: Array.from({ length: 48 }, (_, b) => 50 + 100 * b),
});
const trackOf = (frames: readonly number[]): Track => {
  const curve = peaksAt(frames, 3);
  return { frames, curve, periodicity: pulse(curve) };
};

describe('readings', () => {
  // The ear by rules follows 120 a minute; the learned one is sure of the middles.
  const on = beats(50, 20);
  const off = beats(50, 45);
  const evidence = evidenceOf(strengthOf(on), {
    beat: peaksAt(off, 0.9),
    downbeat: peaksAt(off, 0.1),
    between: peaksAt(on, 0.9),
    section: new Float32Array(LENGTH),
  });
  const found = candidates(trackOf(on), trackOf(off), evidence);

  it('hold what both ears follow, and each once', () => {
    const like = (frames: readonly number[]) =>
      found.filter((c) => shared(c.frames, frames) > 0.95).length;
    expect(like(on)).toBe(1);
    expect(like(off)).toBe(1);
    expect(like(beats(25, 20))).toBe(1);
    expect(like(beats(100, 20)) + like(beats(100, 70))).toBe(2);
    found.forEach((a, i) =>
      found.slice(i + 1).forEach((b) => expect(shared(a.frames, b.frames)).toBeLessThan(0.9)),
    );
  });

  it('say what speaks for them', () => {
    const of = (frames: readonly number[]) =>
      found.find((c) => shared(c.frames, frames) > 0.95)!.facts;
    expect(of(off).learnedOn).toBeGreaterThan(1);
    expect(of(off).learnedHalf).toBeLessThan(-1);
    expect(of(off).contrast).toBeCloseTo(0.9, 1);
    expect(of(on).contrast).toBeCloseTo(-0.9, 1);
    expect(of(on).strengthRatio).toBeGreaterThan(1);
    expect([of(on).madeAgrees, of(on).learnedAgrees]).toEqual([1, 0]);
    // Twice 120 is 240: about 1.13 octaves over 110.
    expect(of(beats(25, 20)).octaves).toBeCloseTo(Math.log2(240 / 110), 1);
  });
});

describe('what speaks for a reading by where its attacks lie', () => {
  const nothing = new Float32Array(LENGTH);
  const learnedNothing = { beat: nothing, downbeat: nothing, between: nothing, section: nothing };
  const on = beats(60, 30);
  /** Facts of 100 a minute over attacks at parts of the beat, and bass on every `bar`th. */
  const factsOf = (parts: readonly number[], bar: number) => {
    const attacks = on.flatMap((f) => parts.map((part) => Math.round(f + 60 * part)));
    const strength = {
      ...strengthOf(attacks),
      low: peaksAt(
        on.filter((_, i) => i % bar === 0),
        1,
      ),
    };
    const evidence = evidenceOf(strength, learnedNothing);
    return readingFacts(on, false, { made: trackOf(on), learned: trackOf(on) }, evidence);
  };

  it('tells thirds from halves and quarters', () => {
    const thirds = factsOf([0, 1 / 3, 2 / 3], 4);
    expect(thirds.attackThird).toBeGreaterThan(1);
    expect(thirds.attackTwoThirds).toBeGreaterThan(1);
    expect([thirds.attackHalf, thirds.attackQuarter]).toEqual([0, 0]);
    const halves = factsOf([0, 1 / 2], 4);
    expect(halves.attackHalf).toBeGreaterThan(1);
    expect([halves.attackThird, halves.attackTwoThirds]).toEqual([0, 0]);
  });

  it('tells how the bass groups the beats, and at which bars', () => {
    const [fours, threes] = [factsOf([0], 4), factsOf([0], 3)];
    expect(fours.bassFours).toBeGreaterThan(2 * fours.bassThrees);
    expect(threes.bassThrees).toBeGreaterThan(2 * threes.bassFours);
    expect([fours.barThree, fours.barOdd, fours.barSix]).toEqual([0, 0, 0]);
    expect(fours.barLow).toBeGreaterThan(1);
  });

  it('is told in the curve of the middles what is told of the beats half a beat later', () => {
    const middles = peaksAt(beats(60, 60), 0.9);
    const evidence = evidenceOf(strengthOf(on), { ...learnedNothing, between: middles });
    const { middleHalf, middleOn } = readingFacts(
      on,
      false,
      { made: trackOf(on), learned: trackOf(on) },
      evidence,
    );
    // Log-odds of 0.9, and of the least that is believed.
    expect(middleHalf).toBeCloseTo(Math.log(9), 5);
    expect(middleOn).toBeCloseTo(Math.log(0.005 / 0.995), 5);
  });
});

describe('what two lists of beats share', () => {
  it('is their F-measure within 50 ms', () => {
    expect(shared([0, 100, 200, 300], [5, 95, 200])).toBeCloseTo(6 / 7);
    expect(shared([0, 100], [6, 94])).toBe(0);
    expect(sharedAlong([0, 100, 200], [100, 206])).toEqual([0, 1, 0]);
    expect(sharedAlong([0, 100], [])).toEqual([0, 0]);
  });
});

describe('likelihoods', () => {
  it('are those of the conditional logit, and stay finite', () => {
    // Worked by hand: e / (e + 1) and 1 / (e + 1).
    expect(likelihoods([1, 0])[0]).toBeCloseTo(Math.E / (Math.E + 1), 12);
    expect(likelihoods([2000, 0])).toEqual([1, 0]);
    expect(weighed({ a: 2, b: -1 }, { a: 0.5, b: 3 })).toBe(-2);
  });
});

describe('other readings', () => {
  const heard = beats(50, 20);
  const nothing = new Float32Array(LENGTH);
  const evidence = evidenceOf(strengthOf(heard), {
    beat: nothing,
    downbeat: nothing,
    between: nothing,
    section: nothing,
  });
  const named = (frames: readonly number[]) => {
    const candidate = { frames, facts: {} as Candidate['facts'], likelihood: 0.1 };
    return otherReadings([candidate], {
      frames: heard,
      likelihood: 0.3,
      bars: [
        {
          beatsPerBar: 4,
          downbeats: heard.map((_, i) => i).filter((i) => i % 4 === 0),
          likelihood: 1,
        },
      ],
      evidence,
      fine: { plain: new Float32Array(10 * LENGTH), bright: new Float32Array(10 * LENGTH) },
      sampleOf: (time) => samples(Math.round(time * 1000)),
    })[0]!;
  };

  it.each([
    ['half-later', beats(50, 45)],
    ['third-later', beats(50, 37)],
    ['two-thirds-later', beats(50, 53)],
    ['twice', beats(25, 20)],
    ['half', beats(100, 20)],
    ['half-others', beats(100, 70)],
    ['two-for-three', beats(75, 20)],
    [
      'in-places',
      [...beats(50, 20).filter((f) => f < 900), ...beats(50, 45).filter((f) => f > 900)],
    ],
    ['otherwise', beats(61, 20)],
  ] as const)('are called %s', (as, frames) => {
    expect(named(frames).as).toBe(as);
  });

  it('are three for two where three beats lie in two', () => {
    const frames = Array.from({ length: 80 }, (_, i) => Math.round(20 + (i * 100) / 3));
    expect(tempoOf(frames) / tempoOf(heard)).toBeCloseTo(1.5, 2);
    expect(named(frames).as).toBe('three-for-two');
  });

  it('are as likely as they are among what is offered', () => {
    // 0.1 beside 0.3 that was heard.
    expect(named(beats(50, 45)).likelihood).toBeCloseTo(0.25, 12);
  });

  it('are heard where they differ', () => {
    // The same up to 15 s, then half a beat later.
    const frames = [...heard.filter((f) => f < 1500), ...beats(50, 45).filter((f) => f > 1500)];
    const { from, to } = named(frames);
    expect(from).toBeGreaterThanOrEqual(14_000);
    expect(to - from).toBe(5000);
  });
});
