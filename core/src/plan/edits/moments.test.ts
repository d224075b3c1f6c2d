import { filmOf } from '../../film/index.ts';
import { describe, expect, it } from 'vitest';
import { layOutSteadily } from '../../layout/index.ts';
import { frameRate, frames, rational, sourceFrames as f } from '../../time/index.ts';
import { correctClipRate } from './correct-clip-rate.ts';
import {
  changeClip,
  declineMoment,
  moveMoment,
  orderClips,
  pinAll,
  pinMoment,
  pinMoments,
  setLimits,
  splitClip,
  unpinMoment,
} from './edit-clips.ts';
import { takeScore } from './edit-cuts.ts';
import { faultsOf } from '../../faults/index.ts';
import { clipOfFile, clipsOfFile, fillClips, relinkClips } from './file-facts.ts';
import { readPlan } from '../upgrade/read-plan.ts';
import { atSpeed } from '../../film/speeds.ts';
import { sampleClip, samplePlan } from '../../testing/sample-plan.ts';
import type { Plan } from '../schema/plan-schema.ts';

const momentsOf = (plan: Plan, id = 'b') =>
  plan.clips.find((c) => c.id === id)!.moments.map((m) => m.at);
const peak = (at: number) => ({ at: f(at), kind: 'peak' as const });

describe('moments', () => {
  it('are kept in order, one a frame, moved and let go', () => {
    let plan = pinMoments(samplePlan(), 'b', [peak(300), peak(20), { at: f(100), kind: 'start' }]);
    expect(momentsOf(plan)).toEqual([20, 100, 300]);
    plan = pinMoment(plan, 'b', { at: f(100), kind: 'settle' });
    expect(plan.clips[1]!.moments[1]).toEqual({ at: 100, kind: 'settle' });
    plan = moveMoment(plan, 'b', f(100), f(400));
    expect(plan.clips[1]!.moments.at(-1)).toEqual({ at: 400, kind: 'settle' });
    // Moved onto another, it takes its place.
    expect(momentsOf(moveMoment(plan, 'b', f(400), f(20)))).toEqual([20, 300]);
    expect(momentsOf(unpinMoment(plan, 'b', f(20)))).toEqual([300, 400]);
    expect(readPlan(JSON.parse(JSON.stringify(plan)))).toEqual(plan);
    expect(
      momentsOf(
        pinAll(plan, [
          ['a', peak(3)],
          ['a', peak(1)],
        ]),
        'a',
      ),
    ).toEqual([1, 3]);
  });

  it('lie inside the clip', () => {
    expect(() => pinMoment(samplePlan(), 'b', peak(500))).toThrow('The clip has no frame 500.');
    expect(() => moveMoment(samplePlan(), 'b', f(5), f(6))).toThrow('no moment on frame 5');
    expect(() => pinMoment(samplePlan(), 'none', peak(5))).toThrow('not in the plan');
    const bad = changeClip(samplePlan(), {
      ...samplePlan().clips[0]!,
      moments: [peak(9), peak(9)],
    });
    expect(() => readPlan(JSON.parse(JSON.stringify(bad)))).toThrow(/no two on one frame/);
  });

  it('that are declined are remembered until kept after all', () => {
    const plan = declineMoment(declineMoment(samplePlan(), 'b', f(20)), 'b', f(20));
    expect(plan.clips[1]!.declined).toEqual([20]);
    expect(pinMoment(plan, 'b', peak(20)).clips[1]!.declined).toEqual([]);
  });

  it('stay on their side when a clip is split', () => {
    const split = splitClip(
      pinMoments(samplePlan(), 'b', [peak(20), peak(180), peak(300)]),
      'b',
      f(180),
      'b2',
    );
    expect([momentsOf(split), momentsOf(split, 'b2')]).toEqual([[20], [180, 300]]);
  });

  it('a plan of before, without any, is read as having none', () => {
    const before = JSON.parse(JSON.stringify(samplePlan())) as { clips: Record<string, unknown>[] };
    for (const clip of before.clips) {
      delete clip.moments;
      delete clip.declined;
    }
    expect(readPlan(before)).toEqual(samplePlan());
  });
});

it('a clip has its own limits of stillness, or the usual ones', () => {
  const limits = { camera: 0.02, subject: 0.1, shortest: 0.5 };
  const plan = setLimits(samplePlan(), 'a', limits);
  expect(plan.clips[0]!.limits).toEqual(limits);
  expect(setLimits(plan, 'a', null)).toEqual(samplePlan());
});

it('clips are put in another order, those not named last', () => {
  expect(orderClips(samplePlan(), ['c', 'a']).clips.map((c) => c.id)).toEqual(['c', 'a', 'b', 'd']);
});

describe('a corrected rate', () => {
  const laidOut = () => layOutSteadily(samplePlan());

  it('keeps the frames of a clip, which then lasts as long as they do', () => {
    const plan = correctClipRate(pinMoment(laidOut(), 'b', peak(100)), 'b', frameRate(25));
    const clip = plan.clips[1]!;
    expect([clip.frames, clip.usable.out, clip.rate.num]).toEqual([500, 500, 25]);
    expect(momentsOf(plan)).toEqual([100]);
    // 26 frames of film at 24 now use 27 frames at 25, not 53 at 50.
    const shot = filmOf(plan).shots.find((s) => s.shot.clip === 'b')!;
    expect(shot.sourceOut - shot.sourceIn).toBe(Math.floor(((shot.length - 1) * 25) / 24) + 1);
  });

  it('shows what no longer fits as a fault', () => {
    expect(faultsOf(laidOut())).toEqual([]);
    const faster = correctClipRate(laidOut(), 'a', frameRate(240));
    expect(faultsOf(faster).map((fault) => fault.code)).toContain('source-ends');
  });

  it('keeps the label of the first frame: 01:00:00:00 at 24 is 86 400 frames, at 25 it is 90 000', () => {
    const start = (plan: Plan) => [plan.clips[0]!.start, plan.clips[0]!.dropFrame];
    const plan = changeClip(samplePlan(), { ...samplePlan().clips[0]!, start: f(86_400) });
    expect(start(correctClipRate(plan, 'a', frameRate(25)))).toEqual([90_000, false]);
    // Frame 23 of a second is there at 25 but not at 12: then it counts from zero.
    const late = changeClip(plan, { ...plan.clips[0]!, start: f(23) });
    expect(start(correctClipRate(late, 'a', frameRate(12)))).toEqual([0, false]);
    // SMPTE ST 12-1: one hour of drop-frame is 107 892 frames.
    const drop = changeClip(plan, {
      ...plan.clips[0]!,
      rate: frameRate(30000, 1001),
      start: f(107_892),
      dropFrame: true,
    });
    expect(start(correctClipRate(drop, 'a', frameRate(60000, 1001)))).toEqual([215_784, true]);
    expect(start(correctClipRate(drop, 'a', frameRate(30)))).toEqual([108_000, false]);
  });

  it('counts a clip of variable rate anew, and what was said of its frames goes with their time', () => {
    const before = pinMoments(laidOut(), 'b', [peak(100), peak(101)]);
    const trimmed = changeClip(before, { ...before.clips[1]!, usable: { in: f(50), out: f(400) } });
    const plan = correctClipRate(trimmed, 'b', frameRate(25), f(250));
    expect(plan.clips[1]).toMatchObject({ frames: 250, usable: { in: 25, out: 200 } });
    expect(momentsOf(plan)).toEqual([50]);
    const shots = (p: Plan) =>
      p.score!.shots.filter((s) => s.clip === 'b').map((s) => s.sourceIn as number);
    expect(shots(plan)).toEqual(shots(trimmed).map((at) => Math.min(249, Math.floor(at / 2))));
    expect(readPlan(JSON.parse(JSON.stringify(plan)))).toEqual(plan);
  });
});

describe('a clip at a speed', () => {
  const clip = sampleClip('x', 'x', frameRate(120), 240);
  const film = frameRate(24);

  it('of 2 s at 120 fps lasts 48 frames of 24 at full speed, 240 at a fifth, without a repeat', () => {
    expect(atSpeed(clip, film, rational(1))).toEqual({
      length: 48,
      repeats: 0,
      stride: { num: 5, den: 1 },
    });
    expect(atSpeed(clip, film, rational(1, 5))).toMatchObject({ length: 240, repeats: 0 });
    expect(atSpeed(clip, film, rational(1, 10))).toMatchObject({ length: 480, repeats: 240 });
  });

  it('shows each frame twice at half speed when it has the rate of the film', () => {
    expect(atSpeed(sampleClip('y', 'y', film, 100), film, rational(1, 2))).toMatchObject({
      length: 200,
      repeats: 100,
    });
  });

  it('counts only its usable part, and never runs out before its last frame', () => {
    const trimmed = { ...clip, usable: { in: f(10), out: f(11) } };
    expect(atSpeed(trimmed, film, rational(1))).toMatchObject({ length: 1, repeats: 0 });
    const { length, stride } = atSpeed(
      { ...clip, usable: { in: f(0), out: f(7) } },
      frameRate(25),
      rational(1),
    );
    // 7 frames at 24/5 of a frame a step: steps 0 and 4.8.
    expect([length, stride]).toEqual([2, { num: 24, den: 5 }]);
  });
});

describe('files of clips', () => {
  const content = 'c'.repeat(64);
  const facts = {
    rate: frameRate(50),
    frames: f(500),
    size: { width: 1920, height: 1080 },
    start: f(0),
    dropFrame: false,
    poster: 'd'.repeat(64),
    movement: 'e'.repeat(64),
  };
  const withFile = () => ({
    ...samplePlan(),
    clips: [...samplePlan().clips, clipOfFile('x', 'sheet.final.mov', content, facts)],
  });

  it('become clips that are usable as a whole, named without their ending', () => {
    expect(withFile().clips.at(-1)).toMatchObject({
      name: 'sheet.final',
      fileName: 'sheet.final.mov',
      usable: { in: 0, out: 500 },
    });
    expect(clipOfFile('x', '.mov', content, facts).name).toBe('.mov');
  });

  it('are known by their content, whatever they are called', () => {
    expect(clipsOfFile(withFile(), 'other.mov', content, facts).map((c) => c.id)).toEqual(['x']);
    const renamed = relinkClips(withFile(), ['x'], { name: 'other.mov', content, facts });
    expect(renamed.clips.at(-1)).toMatchObject({
      id: 'x',
      fileName: 'other.mov',
      name: 'sheet.final',
    });
  });

  it('belong to a clip entered by hand under their name, when frames and rate agree', () => {
    expect(clipsOfFile(samplePlan(), 'inking-roller.mp4', content, facts).map((c) => c.id)).toEqual(
      ['b'],
    );
    expect(
      clipsOfFile(samplePlan(), 'inking-roller.mp4', content, { ...facts, frames: f(499) }),
    ).toEqual([]);
    expect(
      clipsOfFile(samplePlan(), 'inking-roller.mp4', content, { ...facts, rate: frameRate(25) }),
    ).toEqual([]);
    const linked = relinkClips(pinMoment(samplePlan(), 'b', peak(9)), ['b'], {
      name: 'inking-roller.mp4',
      content,
      facts,
    });
    expect(linked.clips[1]).toMatchObject({
      content,
      movement: facts.movement,
      name: 'Inking roller',
      moments: [peak(9)],
    });
  });

  it('give their clips what was made of them, and leave a corrected rate as it is', () => {
    const corrected = correctClipRate(withFile(), 'x', frameRate(25));
    const filled = fillClips(corrected, content, {
      ...facts,
      proxy: 'f'.repeat(64),
      strip: 'a'.repeat(64),
    });
    expect(filled.clips.at(-1)).toMatchObject({
      rate: frameRate(25),
      proxy: 'f'.repeat(64),
      strip: 'a'.repeat(64),
    });
    expect(fillClips(samplePlan(), content, facts)).toEqual(samplePlan());
    const plan = samplePlan();
    expect(fillClips(plan, content, facts)).toBe(plan);
  });
});

it('a score is taken in place of the one there is, when it is as long as the target', () => {
  const plan = layOutSteadily(samplePlan());
  const other = { length: plan.target, shots: [plan.score!.shots[0]!] };
  expect(takeScore(plan, other).score).toBe(other);
  expect(() => takeScore({ ...plan, target: frames(900) }, other)).toThrow(
    '1080 frames, and the target is 900',
  );
});
