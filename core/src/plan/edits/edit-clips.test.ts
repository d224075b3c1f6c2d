import { describe, expect, it } from 'vitest';
import { layOutSteadily } from '../../layout/index.ts';
import { frameRate, sourceFrames } from '../../time/index.ts';
import { setUsable, splitClip } from './edit-clips.ts';
import { slowestCleanSpeed } from '../../film/source.ts';
import { samplePlan } from '../../testing/sample-plan.ts';

describe('a clip that holds two shots', () => {
  it('becomes two, each usable on its own side; shots keep the first', () => {
    const plan = layOutSteadily(samplePlan());
    const split = splitClip(plan, 'b', sourceFrames(180), 'b2');
    expect(split.clips.map((c) => [c.id, c.usable.in, c.usable.out])).toEqual([
      ['a', 0, 240],
      ['b', 0, 180],
      ['b2', 180, 500],
      ['c', 0, 900],
      ['d', 0, 600],
    ]);
    expect(split.clips[2]).toMatchObject({
      name: 'Inking roller, second shot',
      frames: 500,
      fileName: 'inking-roller.mp4',
    });
    expect(split.score).toEqual(plan.score);
  });

  it('is not split outside its usable range, or onto a clip that is there', () => {
    const plan = setUsable(samplePlan(), 'b', sourceFrames(0), sourceFrames(300));
    for (const at of [0, 300, 400])
      expect(() => splitClip(plan, 'b', sourceFrames(at), 'x')).toThrow('usable range');
    expect(() => splitClip(plan, 'b', sourceFrames(100), 'c')).toThrow('already');
    expect(() => splitClip(plan, 'none', sourceFrames(100), 'x')).toThrow('usable range');
  });
});

it('trims the usable range, but not to nothing or beyond the file', () => {
  const plan = setUsable(samplePlan(), 'a', sourceFrames(12), sourceFrames(200));
  expect(plan.clips[0]!.usable).toEqual({ in: 12, out: 200 });
  const to = (from: number, out: number) => () =>
    setUsable(plan, 'a', sourceFrames(from), sourceFrames(out));
  expect(to(50, 50)).toThrow('Nothing of the clip');
  expect(to(0, 241)).toThrow('The clip has only 240 frames');
  expect(() => setUsable(plan, 'none', sourceFrames(0), sourceFrames(1))).toThrow(
    'not in the plan',
  );
});

it('knows the slowest clean speed: 20 % for 120 fps in a film of 24', () => {
  expect(slowestCleanSpeed(frameRate(120), frameRate(24))).toEqual({ num: 1, den: 5 });
  // 60000/1001 in 24000/1001: two fifths exactly.
  expect(slowestCleanSpeed(frameRate(60000, 1001), frameRate(24000, 1001))).toEqual({
    num: 2,
    den: 5,
  });
});
