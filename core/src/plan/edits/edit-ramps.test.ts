import { landedMoment } from '../../film/landed-moment.ts';
import { filmOf } from '../../film/index.ts';
import fc from 'fast-check';
import { speedAt } from '../../curves/index.ts';
import { describe, expect, it } from 'vitest';
import { planOfParts } from '../../testing/joined-plans.ts';
import { PlanSchema, type Plan } from '../index.ts';
import { samplePlan } from '../../testing/sample-plan.ts';
import { layOutSteadily } from '../../layout/index.ts';
import { CaesuraError, frameRate, rational, sourceFrames } from '../../time/index.ts';
import { moveRampKey, placeSpeeds, setRamp, setRampKey } from './edit-ramps.ts';
import {
  changeRampGroup,
  followRamp,
  keepRamp,
  removeRamp,
  renameRamp,
  unfollowedWords,
} from './kept-ramps.ts';
import { semitonesOf } from '../../time/pitch.ts';
import { shapedRamp, USUAL_CREST, USUAL_FLOOR, usualCrest } from '../../ramps/shape.ts';

const ramp = shapedRamp({ floor: USUAL_FLOOR, head: null, tail: USUAL_CREST });

/** The sample plan laid out, with a moment in shot 3 that lands on a cue inside it. */
function withLanding(): { plan: Plan; index: number; frame: number; moment: number } {
  const plan = layOutSteadily(samplePlan());
  const index = 2;
  const facts = filmOf(plan).shots[index]!;
  const cue = filmOf(plan).cues.find((c) => c.frame > facts.start && c.frame < facts.end)!;
  const moment = sourceFrames(facts.time!.at(cue.frame - facts.start) + 120);
  // Deep enough in its clip that other speeds have room before it.
  const clips = plan.clips.map((c) =>
    c.id === facts.clip!.id ? { ...c, moments: [{ at: moment, kind: 'peak' as const }] } : c,
  );
  const shots = plan.score!.shots.map((s, i) =>
    i === index ? { ...s, sourceIn: sourceFrames(s.sourceIn + 120) } : s,
  );
  return {
    plan: { ...plan, clips, score: { ...plan.score!, shots } },
    index,
    frame: cue.frame,
    moment,
  };
}

describe('a ramp on a shot', () => {
  it('keeps the moment that lands on its cue, and the cuts on the music', () => {
    const { plan, index, frame, moment } = withLanding();
    const before = filmOf(plan).shots[index]!;
    expect(landedMoment(filmOf(plan), before)).toEqual({ moment, after: frame - before.start });
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 150 }),
        fc.integer({ min: 1, max: 10 }),
        (percent, length) => {
          const shape = {
            floor: rational(percent, 100),
            head: null,
            tail: { ...USUAL_CREST, length },
          };
          const ramped = setRamp(plan, index, shapedRamp(shape));
          const after = filmOf(ramped).shots[index]!;
          expect(after.time!.at(frame - after.start)).toBe(moment);
          expect(ramped.score!.shots.map((s) => s.start)).toEqual(
            plan.score!.shots.map((s) => s.start),
          );
          expect(PlanSchema.parse(ramped).score).toEqual(ramped.score);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('takes the place of a constant speed, and is taken away again', () => {
    const plan = planOfParts(frameRate(24), [
      { length: 30, in: 5, frames: 300, speed: rational(1, 2) },
    ]);
    const ramped = setRamp(plan, 0, ramp);
    expect(ramped.score!.shots[0]!.speed).toBeUndefined();
    expect(setRamp(ramped, 0, null).score!.shots[0]).toEqual({
      id: 's0',
      start: 0,
      clip: 'c0',
      sourceIn: 5,
    });
    const placed = placeSpeeds(plan, 0, { ramp, sourceIn: sourceFrames(77) });
    expect(placed.score!.shots[0]!.sourceIn).toBe(77);
    expect(() => setRamp(plan, 4, ramp)).toThrow(CaesuraError);
  });

  it('takes single keys, such as a crest inside the shot, and lets them go', () => {
    const plan = planOfParts(frameRate(24), [{ length: 48, in: 5, frames: 400 }]);
    const crested = [12, 24, 36].reduce(
      (p, at) => setRampKey(p, 0, { at: at, speed: rational(at === 24 ? 4 : 1) }),
      plan,
    );
    const { time } = filmOf(crested).shots[0]!;
    expect(time!.curve.map((k) => [k.at, k.speed.num])).toEqual([
      [0, 1],
      [12, 1],
      [24, 4],
      [36, 1],
    ]);
    const lower = setRampKey(crested, 0, { at: 24, speed: rational(3) });
    expect(lower.score!.shots[0]!.ramp).toHaveLength(4);
    expect(() => setRampKey(plan, 0, { at: 60, speed: rational(1) })).toThrow(
      'Shot 1 has no frame 60.',
    );
  });

  it('starts earlier where its file would not last', () => {
    const plan = planOfParts(frameRate(24), [{ length: 30, in: 60, frames: 100 }]);
    const fast = setRamp(
      plan,
      0,
      shapedRamp({ floor: rational(2), head: null, tail: USUAL_CREST }),
    );
    const { used } = filmOf(fast).shots[0]!;
    expect(used!.highest).toBeLessThan(100);
    expect(used!.lowest).toBeGreaterThanOrEqual(0);
  });

  it('goes backwards only where a key is negative', () => {
    const speed = fc.integer({ min: 0, max: 900 }).map((n) => ({ num: n, den: 100 }));
    const ease = fc.constantFrom('linear', 'ease-in', 'ease-out', 'ease-in-out', 'steps(4)');
    const key = fc.record({
      from: fc.constantFrom('start' as const, 'end' as const),
      at: fc.integer({ min: -8, max: 40 }),
      speed,
      ease,
    });
    fc.assert(
      fc.property(
        fc.array(key, { minLength: 1, maxLength: 5 }),
        fc.integer({ min: 2, max: 60 }),
        (keys, length) => {
          const { time } = filmOf(
            planOfParts(frameRate(24), [{ length, in: 9, frames: 5000, ramp: keys }]),
          ).shots[0]!;
          for (let k = 1; k < length; k++)
            expect(time!.at(k)).toBeGreaterThanOrEqual(time!.at(k - 1));
        },
      ),
      { numRuns: 200 },
    );
  });
});

describe('a ramp that several shots follow', () => {
  const three = () =>
    planOfParts(frameRate(24), [
      { length: 30, in: 5, frames: 300, ramp },
      { length: 40, in: 5, frames: 300 },
      { length: 36, in: 5, frames: 300 },
    ]);

  it('is kept from one, followed by others, and changed in all of them', () => {
    const kept = keepRamp(three(), 0, 'Into the cut');
    expect(kept.ramps).toEqual([{ id: 'g1', name: 'Into the cut', keys: ramp }]);
    const followed = followRamp(kept, 'g1', [1, 2]);
    expect(followed.score!.shots.map((s) => [s.rampOf, s.ramp])).toEqual(
      Array(3).fill(['g1', undefined]),
    );
    const faster = shapedRamp({
      floor: USUAL_FLOOR,
      head: null,
      tail: { ...USUAL_CREST, speed: rational(6) },
    });
    const changed = changeRampGroup(followed, 'g1', faster);
    // At the end of each, whatever its length.
    expect(filmOf(changed).shots.map((f) => f.time!.curve.at(-1)!.speed)).toEqual(
      Array(3).fill(rational(6)),
    );
    expect(filmOf(changed).shots.map((f) => f.time!.curve.at(-1)!.at)).toEqual([30, 40, 36]);
    expect(PlanSchema.parse(changed)).toEqual(changed);
  });

  it('is renamed, left by a shot that is changed, which is told, and taken out with its speeds kept', () => {
    const followed = followRamp(keepRamp(three(), 0, 'Into the cut'), 'g1', [1, 2]);
    const renamed = renameRamp(followed, 'g1', ' Up ');
    expect(renamed.ramps.map(({ name }) => name)).toEqual(['Up']);
    expect(() => renameRamp(followed, 'g1', ' ')).toThrow('has a name');
    const own = setRampKey(renamed, 1, { at: 5, speed: rational(2) });
    expect(unfollowedWords(renamed, own)).toBe('Shot 2 no longer follows “Up”.');
    expect(unfollowedWords(own, own)).toBe('');
    const out = removeRamp(renamed, 'g1');
    expect(out.ramps).toEqual([]);
    expect(unfollowedWords(renamed, out)).toBe('');
    expect(PlanSchema.parse(out)).toEqual(out);
    expect(filmOf(out).shots.map((f) => f.time!.curve)).toEqual(
      filmOf(followed).shots.map((f) => f.time!.curve),
    );
  });

  it('must be there', () => {
    expect(() => removeRamp(three(), 'g9')).toThrow(CaesuraError);
    expect(() => followRamp(three(), 'g9', [1])).toThrow(CaesuraError);
    expect(() => keepRamp(three(), 1, 'None')).toThrow('Shot 2 has no ramp.');
  });
});

it('a short ramp crests at 300 %, one of about 10 frames at 400 % (common practice)', () => {
  expect(usualCrest(10)).toEqual(USUAL_CREST);
  expect(usualCrest(4)).toEqual({ ...USUAL_CREST, speed: rational(3), length: 4 });
});

it.each([
  // 12·log₂ r, measured with sox speed and an FFT peak of 440 Hz.
  [rational(1, 2), -12],
  [rational(3, 2), 7.01955],
  [rational(4, 5), -3.863137],
  [rational(24, 25), -0.706724],
  [rational(1000, 1001), -0.017304],
  [rational(5, 4), 3.863137],
])('a sound at %o is %d semitones off', (speed, semitones) => {
  expect(semitonesOf(speed)).toBeCloseTo(semitones, 5);
});

describe('a key of a ramp', () => {
  const both = shapedRamp({
    floor: rational(1, 2),
    head: { speed: rational(3), length: 8, ease: 'ease-in-out' },
    tail: { speed: rational(4), length: 10, ease: 'ease-in-out' },
  });
  const ramped = planOfParts(frameRate(24), [{ length: 48, in: 100, frames: 2000, ramp: both }]);
  const shown = (p: Plan) => {
    const { time } = filmOf(p).shots[0]!;
    return Array.from({ length: 48 }, (_, k) => time!.at(k));
  };

  it('with the speed that is there changes nothing that is shown, wherever it is put', () => {
    for (const at of [0, 3, 8, 20, 41, 44, 47]) {
      const { time } = filmOf(ramped).shots[0]!;
      const speed = rational(Math.round(speedAt(time!.curve, at) * 10_000), 10_000);
      const off = shown(setRampKey(ramped, 0, { at, speed })).map((frame, k) =>
        Math.abs(frame - shown(ramped)[k]!),
      );
      expect(Math.max(...off)).toBeLessThanOrEqual(1);
      expect(off.filter((by) => by > 0).length).toBeLessThan(3);
    }
  });

  it('is moved in time and speed between its neighbours, and stays counted from its end', () => {
    const moved = moveRampKey(ramped, 0, 2, { at: 30, speed: rational(1, 4) });
    expect(moved.score!.shots[0]!.ramp![2]).toMatchObject({
      from: 'end',
      at: -18,
      speed: { num: 1, den: 4 },
    });
    const pushed = moveRampKey(ramped, 0, 2, { at: 2, speed: rational(1, 2) });
    expect(pushed.score!.shots[0]!.ramp![2]!.at).toBe(8 - 48);
    expect(moveRampKey(ramped, 0, 1, { at: 8, speed: rational(1, 2) })).toEqual(ramped);
    expect(() => moveRampKey(ramped, 0, 9, { at: 8, speed: rational(1) })).toThrow('no such key');
    expect(() => moveRampKey(ramped, 0, 1, { at: 49, speed: rational(1) })).toThrow('no frame 49');
  });
});
