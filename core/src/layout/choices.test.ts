import { changeRate } from '../plan/edits/change-rate.ts';
import { filmOf } from '../film/index.ts';
import { faultsOf } from '../faults/index.ts';
import { describe, expect, it } from 'vitest';
import { changeWishes, wishClip } from '../plan/edits/edit-wishes.ts';
import { lockCut } from '../plan/edits/edit-cuts.ts';
import { pinMoment } from '../plan/edits/edit-clips.ts';
import { readPlan } from '../plan/index.ts';
import { showInShot } from '../plan/edits/edit-shots.ts';
import { samplePlan } from '../testing/sample-plan.ts';
import { frameRate, frames, rational, sourceFrames } from '../time/index.ts';
import { choicesFor } from './choices.ts';
import { bentPacing } from './bend-pace.ts';
import { pacePoints } from './pace-points.ts';
import { layOutSteadily } from './steady-layout.ts';

describe('the ways to fill a shot', () => {
  const plan = layOutSteadily(
    pinMoment(samplePlan(), 'c', { at: sourceFrames(400), kind: 'peak' }),
  );
  const index = 4;

  it('are ranked, each lasts, and the moment they name is shown on the frame they name', () => {
    const choices = choicesFor(plan, index);
    expect(new Set(choices.map((c) => c.clip))).toEqual(new Set(['a', 'b', 'c', 'd']));
    expect(choices.map((c) => c.cost)).toEqual(
      choices.map((c) => c.cost).toSorted((a, b) => a - b),
    );
    const start = plan.score!.shots[index]!.start;
    for (const { clip, sourceIn, speed, landed } of choices) {
      const filled = showInShot(plan, index, { clip, sourceIn, speed });
      expect(faultsOf(filled).filter((f) => f.shot === index)).toEqual([]);
      // 120 fps in a film of 24: five source frames a frame.
      if (landed) expect(sourceIn + 5 * (landed.frame - start)).toBe(landed.moment);
    }
    expect(choices.filter((c) => c.landed).map((c) => c.clip)).toEqual(['c']);
    // The clips right before and right after are the worst neighbours.
    expect([plan.score!.shots[index - 1]!.clip, plan.score!.shots[index + 1]!.clip]).toContain(
      choices.at(-1)!.clip,
    );
  });

  it('are at every speed that is allowed', () => {
    const slowed = wishClip(plan, 'c', { speeds: [rational(1), rational(1, 5)] });
    const speeds = choicesFor(slowed, index)
      .filter((c) => c.clip === 'c')
      .map((c) => c.speed.den);
    expect(new Set(speeds)).toEqual(new Set([1, 5]));
    expect(choicesFor(plan, 99)).toEqual([]);
  });

  it('are there without music, too, where a pace in beats means nothing', () => {
    const choices = choicesFor({ ...plan, music: null, pace: '2 beats' }, index);
    expect(new Set(choices.map((c) => c.clip))).toEqual(new Set(['a', 'b', 'c', 'd']));
  });
});

describe('wishes', () => {
  it('are changed, read back, and refused when they cannot be', () => {
    const plan = changeWishes(samplePlan(), {
      shortest: frames(10),
      longest: frames(60),
      order: 'kept',
    });
    expect(readPlan(JSON.parse(JSON.stringify(plan))).wishes).toEqual(plan.wishes);
    expect(() => changeWishes(plan, { longest: frames(5) })).toThrow('longer than the longest');
    expect(() => changeWishes(plan, { seed: -1 })).toThrow('cannot be wished for');
    expect(() => wishClip(plan, 'nobody', { most: 2 })).toThrow('not in the plan');
    expect(wishClip(wishClip(plan, 'a', { most: 2 }), 'a', { use: 'must' }).wishes.clips.a).toEqual(
      {
        ...{ use: 'must', most: 2, speeds: [] },
      },
    );
  });

  it('draw a pace from the one there was, point by point', () => {
    const plan = changeWishes(samplePlan(), {
      pacing: { kind: 'build', to: '1 beat', shape: 'even' },
    });
    const points = pacePoints(plan);
    expect(points[0]).toEqual({ frame: 0, length: 26 });
    expect(points.at(-1)!.length).toBeLessThan(15);
    const point = { ...points[3]!, arc: null };
    const drawn = changeWishes(plan, { pacing: bentPacing(plan, point, 60) });
    expect(drawn.wishes.pacing).toMatchObject({ kind: 'drawn' });
    expect(pacePoints(drawn)).toEqual(points.map((p, i) => (i === 3 ? { ...p, length: 60 } : p)));
  });

  it('move with the rate of the plan', () => {
    const plan = changeWishes(lockCut(layOutSteadily(samplePlan()), 2, true), {
      shortest: frames(12),
      pins: [{ clip: 'a', frame: frames(240) }],
      bursts: [{ end: frames(480), shots: 3, each: frames(6) }],
    });
    const fast = changeRate(plan, frameRate(50));
    expect(fast.wishes.shortest).toBe(25);
    expect(fast.wishes.pins[0]!.frame).toBe(500);
    expect(fast.wishes.bursts[0]).toEqual({ end: 1000, shots: 3, each: 13 });
    expect(filmOf(fast).shots[2]!.shot.locked).toBe(true);
  });
});
