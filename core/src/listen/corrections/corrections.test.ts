import { describe, expect, it } from 'vitest';
import { exactAnalysis } from '../../testing/sample-plan.ts';
import { samples } from '../../time/index.ts';
import { corrected, levelOf, withCorrection, type Correction } from './corrections.ts';
import { retracked } from './retrack.ts';
import { tapped } from './taps.ts';
import type { Analysis } from '../analysis.ts';
import type { Onset } from '../cues/onsets.ts';

/** 120 BPM at 48 kHz: a beat every 24 000 samples from 24 000, bars from the second beat. */
const heard = exactAnalysis(120, 16, { pickup: 1 });
const at = (beats: number) => samples(24000 + 24000 * beats);
const places = (a: Analysis) => a.beats.map((b) => b.at);
const bars = (a: Analysis) => a.downbeats.map((i) => a.beats[i]!.at);
const onset = (where: number, strength = 0.9): Onset => ({
  at: samples(where),
  band: 'low',
  strength,
  confidence: 0.9,
});

describe('corrections of beats', () => {
  it('leave everything as heard when there are none', () =>
    expect(corrected(heard, [])).toBe(heard));

  it('move every downbeat to “downbeat here”, also those after a bar that was cut short', () => {
    // A bar of two beats after the second downbeat.
    const broken = { ...heard, downbeats: [1, 5, 7, 11, 15] };
    expect(corrected(broken, [{ do: 'downbeat', at: at(2) }]).downbeats).toEqual([2, 6, 8, 12]);
    expect(corrected(broken, [{ do: 'downbeat', at: at(0) }]).downbeats).toEqual([0, 4, 8, 10, 14]);
  });

  it('double to beats half-way and halve to every second from the downbeat, at the tempo that gives', () => {
    const twice = corrected(heard, [{ do: 'double' }]);
    expect(twice.beats).toHaveLength(31);
    expect(twice.tempo).toBe(240);
    expect(twice.beats[1]!.at).toBe((heard.beats[0]!.at + heard.beats[1]!.at) / 2);
    expect(bars(twice)).toContain(heard.beats[1]!.at);
    const half = corrected(heard, [{ do: 'halve' }]);
    expect(places(half)).toEqual(places(heard).filter((_, i) => i % 2 === 1));
    expect(half.tempo).toBe(60);
  });

  it('count another metre from the first downbeat, and shift all beats', () => {
    const waltz = corrected(heard, [{ do: 'metre', beats: 3 }]);
    expect(waltz).toMatchObject({ beatsPerBar: 3, downbeats: [1, 4, 7, 10, 13] });
    const later = corrected(heard, [{ do: 'shift', by: 480 }]);
    expect(places(later)).toEqual(places(heard).map((x) => x + 480));
    expect(corrected(heard, [{ do: 'shift', by: -30000 }]).beats).toHaveLength(15);
  });

  it('lay a constant tempo through two beats over the whole file', () => {
    const steady = corrected(heard, [{ do: 'steady', from: at(2), to: at(10), beats: 8 }]);
    expect(places(steady)).toEqual(Array.from({ length: 17 }, (_, i) => 24000 * i));
    expect(bars(steady)).toEqual(bars(heard));
    const slower = corrected(heard, [{ do: 'steady', from: at(0), to: at(12), beats: 6 }]);
    expect(slower.tempo).toBe(60);
  });

  it('move, add and delete single beats; what they meant may be gone', () => {
    expect(
      places(corrected(heard, [{ do: 'move', from: at(3), to: samples(at(3) + 500) }]))[3],
    ).toBe(at(3) + 500);
    expect(corrected(heard, [{ do: 'add', at: at(2.5) }]).beats).toHaveLength(17);
    const without = corrected(heard, [{ do: 'delete', at: at(5) }]);
    expect(without.beats).toHaveLength(15);
    expect(bars(without)).toContain(at(6));
    expect(corrected(heard, [{ do: 'delete', at: at(40) }]).beats).toEqual(heard.beats);
  });

  it('survive a new analysis: applied in order to other beats they mean the same places', () => {
    const anew = { ...heard, beats: heard.beats.map((b) => ({ ...b, at: samples(b.at + 200) })) };
    const list: Correction[] = [
      { do: 'downbeat', at: at(3) },
      { do: 'delete', at: at(7) },
    ];
    expect(bars(corrected(anew, list))).toEqual(bars(corrected(heard, list)).map((x) => x + 200));
  });

  it('give beats in place of those in their span, bars as before', () => {
    const taps = [4, 5, 6, 7, 8].map((b) => samples(at(b) + 900));
    const result = corrected(heard, [{ do: 'give', beats: taps }]);
    expect(places(result)).toEqual(places(heard).map((x, i) => (i >= 4 && i <= 8 ? x + 900 : x)));
    expect(bars(result)).toContain(at(5) + 900);
  });

  it('are kept short: opposites cancel, shifts add up; what cannot be is refused with a mend', () => {
    const length = heard.length;
    expect(withCorrection([{ do: 'double' }], { do: 'halve' }, length)).toEqual([]);
    expect(withCorrection([{ do: 'shift', by: 5 }], { do: 'shift', by: 3 }, length)).toEqual([
      { do: 'shift', by: 8 },
    ]);
    expect(withCorrection([{ do: 'shift', by: 5 }], { do: 'shift', by: -5 }, length)).toEqual([]);
    expect(levelOf([{ do: 'double' }, { do: 'double' }, { do: 'halve' }])).toBe(1);
    const refused: Correction[] = [
      { do: 'metre', beats: 1 },
      { do: 'steady', from: at(3), to: at(3), beats: 4 },
      { do: 'retrack', from: at(3), to: at(4), beats: 0 },
      { do: 'give', beats: [at(1)] },
    ];
    for (const correction of refused)
      expect(() => withCorrection([], correction, length)).toThrow();
  });
});

describe('re-tracking between two beats', () => {
  it('follows strong onsets that do not lie evenly, and keeps the ends', () => {
    const truth = [0, 23000, 45000, 69500, 96000].map((x) => 24000 + x);
    const onsets = [...truth, 30000, 61000]
      .map((x, i) => onset(x, i < truth.length ? 0.9 : 0.2))
      .toSorted((a, b) => a.at - b.at);
    expect(
      retracked({ from: samples(24000), to: samples(120000), count: 4 }, onsets, 48000),
    ).toEqual(truth);
  });

  it('divides evenly where nothing is heard', () => {
    const found = retracked({ from: samples(0), to: samples(96000), count: 4 }, [], 48000);
    found.forEach((x, i) => expect(Math.abs(x - 24000 * i)).toBeLessThanOrEqual(480));
  });
});

describe('tapping along', () => {
  const onsets = Array.from({ length: 20 }, (_, i) => onset(24000 + 24000 * i));

  it('takes the constant delay of the person off and puts taps onto attacks', () => {
    const taps = [2, 3, 4, 5, 6, 7].map((b, i) =>
      samples(at(b) + 3840 + (i % 2 === 0 ? 300 : -300)),
    );
    const result = tapped(taps, onsets, 48000);
    expect(result.beats).toEqual([2, 3, 4, 5, 6, 7].map(at));
    expect(result.delay).toBeCloseTo(0.08, 2);
    expect(result.snapped).toBe(6);
  });

  it('keeps taps where no attack is near, less the delay, and takes any order', () => {
    const taps = [at(3), at(2), at(4.5), at(4)].map((x) => samples(x + 960));
    expect(tapped(taps, onsets, 48000).beats).toEqual([at(2), at(3), at(4), at(4.5)]);
    expect(tapped([at(1)], [], 48000)).toMatchObject({ beats: [at(1)], delay: 0, snapped: 0 });
  });
});
