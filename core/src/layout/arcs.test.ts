import { describe, expect, it } from 'vitest';
import { filmOf } from '../film/index.ts';
import { NOTHING_FOUND } from '../listen/index.ts';
import { newPlan, readPlan, WishesSchema, type Pacing, type Plan } from '../plan/index.ts';
import { addClips } from '../plan/edits/edit-clips.ts';
import { changeRate } from '../plan/edits/change-rate.ts';
import { setMusic, setRegion } from '../plan/edits/edit-sounds.ts';
import { exactAnalysis, sampleClip } from '../testing/sample-plan.ts';
import { finished, frameRate, frames, samples } from '../time/index.ts';
import { arcRanges } from './arcs.ts';
import { formArcs } from './form-arcs.ts';
import { conflictOf } from './conflict.ts';
import { proposals } from './propose.ts';
import { wantedLength } from './wanted-length.ts';

/** A cue of a sound at a second, surely heard. */
const heard = (second: number) => ({ at: samples(48000 * second), strength: 1, confidence: 1 });

/**
 * 48 s at 24 fps of music at 120 BPM (12 frames a beat, 48 a bar), sections from 8 and 40 s, a rise
 * from 16 s that has its peak at the drop on 32 s.
 */
function filmWithDrop(): Plan {
  const found = {
    ...NOTHING_FOUND,
    rises: [{ start: samples(48000 * 16), peak: samples(48000 * 32), strength: 1, confidence: 1 }],
    drops: [heard(32)],
    sections: [heard(8), heard(32), heard(40)],
  };
  const music = {
    ...{ media: 'a'.repeat(64), fileName: 'song.wav', outline: null },
    ...{ analysis: exactAnalysis(120, 120, { first: 0 }), found },
  };
  return addClips(
    setMusic({ ...newPlan('Arcs'), target: frames(48 * 24), pace: '2 beats' }, music),
    ['a', 'b', 'c'].map((id) => sampleClip(id, id, frameRate(24), 900)),
  );
}

const arcsOf = (json: unknown): Extract<Pacing, { kind: 'arcs' }> => {
  const { pacing } = WishesSchema.parse({ pacing: { kind: 'arcs', arcs: json } });
  if (pacing.kind !== 'arcs') throw new Error('These are no arcs.');
  return pacing;
};
const onFrame = (frame: number) => ({ on: 'frame', frame });
const onMusic = (plan: Plan, second: number) => ({
  ...{ on: 'sound', sound: plan.music!.id, at: 48000 * second },
});

describe('arcs', () => {
  it('want the pace before the first, and each what it says until the next begins', () => {
    const plan = filmWithDrop();
    const wanted = wantedLength(
      plan,
      arcsOf([
        { shape: 'build', from: onFrame(240), pace: '2 beats', to: '1/2 beat' },
        { shape: 'hold', from: onFrame(480), pace: '1 bar' },
        { shape: 'breathe', from: onFrame(720), pace: '1 beat', to: '4 beats' },
        { shape: 'waves', from: onFrame(960), pace: '1 beat', to: '2 beats', bars: 2 },
      ]),
    );
    const at = (frame: number) => wanted(frames(frame));
    // Half-way from 24 to 6 frames in equal ratios is 12.
    expect([0, 239, 240, 360, 480, 719].map(at)).toEqual([24, 24, 24, 12, 48, 48]);
    expect(at(479)).toBeCloseTo(6, 0);
    expect(at(720)).toBeCloseTo(12, 9);
    expect(at(840)).toBeCloseTo(48, 9);
    expect(at(959)).toBeCloseTo(12, 1);
    // Two bars are 96 frames.
    expect([960, 1008, 1056, 1104].map((f) => Math.round(at(f)))).toEqual([12, 24, 12, 24]);
  });

  it('that are tied to the music move with it, and begin as often as spliced music comes there', () => {
    const plan = filmWithDrop();
    const { arcs } = arcsOf([{ shape: 'hold', from: onMusic(plan, 20), pace: '1 bar' }]);
    expect(arcRanges(arcs, plan)).toMatchObject([{ from: 480, to: 1152 }]);
    const later = setRegion(plan, plan.music!.id, samples(48000 * 4), samples(48000 * 50));
    expect(arcRanges(arcs, later)).toMatchObject([{ from: 384 }]);
    // One that began before the film goes on in it.
    const after = setRegion(plan, plan.music!.id, samples(48000 * 30), samples(48000 * 60));
    expect(arcRanges(arcs, after)).toMatchObject([{ from: -240, to: 1152 }]);
    expect(wantedLength(after, { kind: 'arcs', arcs })(frames(0))).toBe(48);
  });

  it('keep their time at another rate, and what of them was rounded is told', () => {
    const plan = filmWithDrop();
    const pacing = arcsOf([
      { shape: 'hold', from: onFrame(241), pace: '1 bar', shortest: 5, longest: 60 },
    ]);
    const changed = changeRate({ ...plan, wishes: { ...plan.wishes, pacing } }, frameRate(25));
    expect(changed.wishes.pacing).toMatchObject({
      arcs: [{ from: { frame: 251 }, shortest: 5, longest: 63 }],
    });
    expect(readPlan(JSON.parse(JSON.stringify(changed)))).toEqual(changed);
  });

  it('hold the shots that start in them to their clips and limits, or there is a conflict that says so', () => {
    const plan = filmWithDrop();
    const asked = (clips: string[], longest: number) => ({
      ...plan.wishes,
      pacing: arcsOf([
        { shape: 'hold', from: onFrame(0), pace: '2 beats' },
        { shape: 'hold', from: onFrame(480), pace: '2 beats', clips, longest },
      ]),
    });
    const [best] = finished(proposals(plan, asked(['b', 'c'], 24)));
    const late = filmOf(best!.plan).shots.filter(({ start }) => start >= 480);
    expect(late.length).toBeGreaterThan(20);
    for (const { clip, length } of late) {
      expect(clip!.id).not.toBe('a');
      expect(length).toBeLessThanOrEqual(24);
    }
    expect(filmOf(best!.plan).shots.some(({ clip }) => clip!.id === 'a')).toBe(true);
    const none = finished(conflictOf(plan, asked([], 5)));
    expect(none!.limits.join()).toContain('in the arc from frame 480 last at most 5 frames');
  });
});

describe('arcs by the form of the music', () => {
  it('build from where the rise begins to the drop, lie over it with one shot, and end calmly', () => {
    const plan = filmWithDrop();
    const arcs = formArcs(plan);
    const ranges = arcRanges(arcs, plan);
    // The rise begins on frame 384, the drop is on 768, a beat before it on 756, a section on 960.
    expect(ranges.map(({ arc, from }) => [arc.shape, from])).toEqual([
      ['build', 0],
      ['build', 384],
      ['hold', 756],
      ['build', 960],
    ]);
    const wanted = wantedLength(plan, { kind: 'form' });
    expect(wanted(frames(0))).toBeCloseTo(48, 9);
    expect(wanted(frames(384))).toBeCloseTo(24, 9);
    expect(wanted(frames(755))).toBeCloseTo(6, 0);
    expect(wanted(frames(756))).toBeCloseTo(24, 9);
    expect(wanted(frames(1151))).toBeCloseTo(48, 0);
  });

  it('are none without a drop, where the pace alone is wanted, and follow the drop when it moves', () => {
    const plan = filmWithDrop();
    const without = { ...plan, music: { ...plan.music!, found: NOTHING_FOUND } };
    expect(formArcs(without)).toEqual([]);
    expect(wantedLength(without, { kind: 'form' })(frames(500))).toBe(24);
    const moved = setRegion(plan, plan.music!.id, samples(48000 * 10), samples(48000 * 58));
    expect(arcRanges(formArcs(moved), moved).map(({ from }) => from)).toEqual([0, 144, 516, 720]);
  });

  it('rest for as long as a pause before the drop, and over it', () => {
    const plan = filmWithDrop();
    const found = {
      ...plan.music!.found,
      pauses: [{ start: samples(48000 * 30), end: samples(48000 * 32), confidence: 1 }],
    };
    const paused = { ...plan, music: { ...plan.music!, found } };
    const ranges = arcRanges(formArcs(paused), paused);
    expect(ranges.map(({ from }) => from)).toEqual([0, 384, 720, 768, 960]);
    // A bar of silence and half the pace after the drop: 48 + 12 frames.
    expect(wantedLength(paused, { kind: 'form' })(frames(720))).toBeCloseTo(60, 9);
  });

  it('can be kept as arcs to change, which want the same', () => {
    const plan = filmWithDrop();
    const kept = arcsOf(formArcs(plan));
    const [live, fixed] = [wantedLength(plan, { kind: 'form' }), wantedLength(plan, kept)];
    for (let f = 0; f < 1152; f += 7) expect(fixed(frames(f))).toBe(live(frames(f)));
  });
});
