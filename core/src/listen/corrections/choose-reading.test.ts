import { describe, expect, it } from 'vitest';
import { exactAnalysis } from '../../testing/sample-plan.ts';
import { samples, type Samples } from '../../time/index.ts';
import type { Analysis, Reading } from '../analysis.ts';
import { asHeard, readingChosen, withReading } from './choose-reading.ts';
import { corrected, type Correction } from './corrections.ts';
import { readingName } from './reading-name.ts';

// Twenty beats half a second apart, from half a second on, at 1000 samples a second; bars of four.
const heard: Analysis = exactAnalysis(120, 20, { sampleRate: 1000 });
const later: Reading = {
  ...{ as: 'half-later', likelihood: 0.3, beatsPerBar: 4, bars: [1, 5, 9, 13, 17] },
  from: samples(0),
  to: samples(5000),
  beats: heard.beats.map((b) => samples(b.at + 250)),
};
const onThree: Reading = {
  ...{ as: 'bars', likelihood: 0.2, beatsPerBar: 4, beats: null, bars: [2, 6, 10, 14, 18] },
  from: samples(0),
  to: samples(5000),
};
const inThrees: Reading = { ...onThree, beatsPerBar: 3, bars: [1, 4, 7, 10, 13, 16, 19] };

const of = (corrections: readonly Correction[]) => ({ analysis: heard, corrections, onsets: [] });
const instants = (corrections: readonly Correction[]): number[] =>
  corrected(heard, corrections).beats.map((b) => b.at);
const firsts = (corrections: readonly Correction[]): number[] => {
  const { beats, downbeats } = corrected(heard, corrections);
  return downbeats.map((i) => beats[i]!.at);
};

describe('choosing a reading', () => {
  it('puts all beats and bars where the reading has them, and “as heard” brings them back', () => {
    const chosen = withReading(of([]), later);
    expect(instants(chosen)).toEqual(later.beats);
    expect(firsts(chosen)).toEqual(later.bars.map((i) => later.beats![i]));
    expect(readingChosen(of(chosen), later)).toBe(true);
    expect(readingChosen(of(chosen), asHeard(heard))).toBe(false);
    const back = withReading(of(chosen), asHeard(heard));
    expect(corrected(heard, back)).toEqual(heard);
    expect(readingChosen(of(back), asHeard(heard))).toBe(true);
  });

  it('in a stretch leaves the beats outside it as they were', () => {
    const within = { from: samples(4000), to: samples(7000) };
    const found = instants(withReading(of([]), later, within));
    const before = heard.beats.map((b) => b.at as number);
    const inside = (at: number) => at >= 4000 && at < 7000;
    expect(found.filter(inside)).toEqual((later.beats as readonly number[]).filter(inside));
    // Beside the seam one beat may go, since two would stand a quarter of a second apart.
    expect(found.filter((at) => at < 3500)).toEqual(before.filter((at) => at < 3500));
    expect(found.filter((at) => at > 7500)).toEqual(before.filter((at) => at > 7500));
    const gaps = found.slice(1).map((at, i) => at - found[i]!);
    expect(Math.min(...gaps)).toBeGreaterThanOrEqual(250);
    // And kept for all it is everywhere.
    expect(instants(withReading(of(withReading(of([]), later, within)), later))).toEqual(
      later.beats,
    );
  });

  it('turns the bars on the beats as they are by then', () => {
    expect(firsts(withReading(of([]), onThree))).toEqual([1500, 3500, 5500, 7500, 9500]);
    const both = withReading(of(withReading(of([]), later)), onThree);
    expect(instants(both)).toEqual(later.beats);
    // Bars began on the second beat of the other reading; two later is the fourth.
    expect(firsts(both)).toEqual([2250, 4250, 6250, 8250, 10250]);
    expect(readingChosen(of(both), onThree) && readingChosen(of(both), later)).toBe(true);
    expect(firsts(withReading(of(both), inThrees)).slice(0, 3)).toHaveLength(3);
    expect(corrected(heard, withReading(of(both), inThrees)).beatsPerBar).toBe(3);
  });

  it('keeps what the person put right by hand', () => {
    const moved: Correction = { do: 'shift', by: 10 };
    expect(withReading(of([moved]), later)[0]).toEqual(moved);
    expect(withReading(of(withReading(of([moved]), later)), asHeard(heard))).toEqual([moved]);
  });

  it('does nothing where fewer than two beats lie in the stretch', () => {
    const within = { from: 0 as Samples, to: samples(800) };
    expect(withReading(of([]), later, within)).toEqual([]);
  });
});

describe('the name of a reading', () => {
  it('says what differs', () => {
    expect(readingName(later, heard)).toBe('half a beat later');
    expect(readingName(onThree, heard)).toBe('bar starts on 3');
    expect(readingName({ ...onThree, bars: [0, 4] }, { ...heard, downbeats: [1, 5] })).toBe(
      'bar starts on 4',
    );
    expect(readingName(inThrees, heard)).toBe('bars of 3');
    expect(readingName(asHeard(heard), heard)).toBe('as heard');
  });
});
