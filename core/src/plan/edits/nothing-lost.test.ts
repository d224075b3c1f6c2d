import { describe, expect, it } from 'vitest';
import { filmOf, joinAt } from '../../film/index.ts';
import { faultsOf, mendsOf } from '../../faults/index.ts';
import { joinValues, picturedSides } from '../../joins/values.ts';
import { layOutSteadily } from '../../layout/index.ts';
import { crestsAt, landAll, USUAL_CREST, withCrest } from '../../ramps/index.ts';
import { changeRecipe, keepRecipe, putRecipe } from '../../recipes/index.ts';
import { planOfParts } from '../../testing/joined-plans.ts';
import { samplePlan } from '../../testing/sample-plan.ts';
import { CaesuraError, frameRate, rational, sourceFrames } from '../../time/index.ts';
import { PlanSchema, type Plan, type RampKey } from '../index.ts';
import { changeJoin, setJoinKey, setMove, setWindow } from './edit-joins.ts';
import { matchSpeed, rampAtCut, setRamp, setRampKey } from './edit-ramps.ts';

const at24 = frameRate(24);
const laidOut = (): Plan => layOutSteadily(samplePlan());
const scales = (plan: Plan, cut: number, side: 'out' | 'in') => {
  const join = joinAt(plan, cut);
  return joinValues(join)[side].map(({ scale }) => scale);
};

describe('a value typed on a frame of a join', () => {
  it('that is there already becomes a key that rests', () => {
    const plan = setMove(laidOut(), 3, 'zoom-through');
    const value = scales(plan, 3, 'out')[2]!;
    const keyed = setJoinKey(plan, 3, { side: 'out', of: 'scale', at: -3, value });
    expect(joinAt(keyed, 3).settings.keys).toContainEqual(
      expect.objectContaining({ side: 'out', of: 'scale', value }),
    );
    expect(scales(keyed, 3, 'out')[2]).toBe(value);
  });

  it('leaves the easing there, so that the middle of the curve moves in proportion', () => {
    const plan = changeJoin(setMove(laidOut(), 3, 'zoom-through'), 3, { peak: 2.12 });
    const join = joinAt(plan, 3);
    const middle = (p: Plan) => {
      return picturedSides(joinAt(p, 3)).in!.at(2).scale;
    };
    const keyed = setJoinKey(plan, 3, { side: 'in', of: 'scale', at: 0, value: 2 });
    expect(
      joinAt(keyed, 3).settings.keys.find(
        (k) => k.side === 'in' && k.at.by === 'part' && k.at.part.num === 0,
      )!.ease,
    ).toBe(join.settings.easeIn);
    // The part of the way that is left in the middle is the same: (m − 1)/(peak − 1).
    expect(middle(keyed) - 1).toBeCloseTo((middle(plan) - 1) / 1.12, 9);
    // The other side keeps its own peak.
    expect(scales(keyed, 3, 'out')).toEqual(scales(plan, 3, 'out'));
  });

  it('can be other at the peak of either side, linked until it is', () => {
    const plan = setMove(laidOut(), 3, 'zoom-through');
    const apart = changeJoin(plan, 3, { peakIn: 1.5 });
    expect([Math.max(...scales(plan, 3, 'out')), Math.max(...scales(plan, 3, 'in'))]).toEqual([
      2, 2,
    ]);
    expect([Math.max(...scales(apart, 3, 'out')), Math.max(...scales(apart, 3, 'in'))]).toEqual([
      2, 1.5,
    ]);
  });
});

describe('own keys', () => {
  /** 6 + 6 with a key in the middle of each side. */
  const own = () => {
    const plan = setWindow(setMove(laidOut(), 3, 'zoom-through'), 3, 6, 6);
    return setJoinKey(plan, 3, { side: 'in', of: 'scale', at: 3, value: 1.3 });
  };

  it('of a recipe are fitted to a shorter window, where they end at rest', () => {
    const kept = keepRecipe(own(), 3, 'Own');
    const put = putRecipe(kept, kept.recipes[0]!.id, [5]);
    // A window set by hand beside it leaves 4 frames.
    const { into } = joinAt(put, 5);
    const tight = setMove(put, 6, 'zoom-through');
    const narrow = setWindow(tight, 6, into.length - 4, 5);
    const { before, after, fitted } = joinAt(narrow, 5);
    expect([before, after, fitted]).toEqual([6, 4, true]);
    expect(scales(narrow, 5, 'in').at(-1)).toBe(1);
    expect(scales(narrow, 5, 'in')[0]).toBe(scales(kept, 3, 'in')[0]);
    expect(scales(narrow, 5, 'in')).toContain(1.3);
  });

  it('stay on their frames until the window is resized, and then go along with it', () => {
    const plan = own();
    expect(scales(plan, 3, 'in')[3]).toBe(1.3);
    const wide = setWindow(plan, 3, 6, 11);
    expect(scales(wide, 3, 'in')[6]).toBe(1.3);
    expect(scales(wide, 3, 'in').at(-1)).toBe(1);
    const again = setWindow(wide, 3, 6, 6);
    expect(scales(again, 3, 'in')).toEqual(scales(plan, 3, 'in'));
  });
});

describe('the window of a recipe', () => {
  it('is left whole where the window beside it takes nothing on that side', () => {
    const parts = Array.from({ length: 23 }, () => ({ length: 6, in: 100, frames: 900 }));
    const plan = planOfParts(at24, parts);
    const kept = keepRecipe(setWindow(setMove(plan, 1, 'zoom-through'), 1, 6, 0), 1, 'Out only');
    const cuts = Array.from({ length: 22 }, (_, i) => i + 1);
    const put = putRecipe(kept, kept.recipes[0]!.id, cuts);
    expect(filmOf(put).joins.map(({ before, after }) => [before, after])).toEqual(
      cuts.map(() => [6, 0]),
    );
  });

  it('follows the recipe that was changed to what was set by hand at its cut', () => {
    const kept = keepRecipe(setMove(laidOut(), 2, 'zoom-through'), 2, 'Mine');
    const id = kept.recipes[0]!.id;
    const byHand = changeJoin(putRecipe(kept, id, [4]), 4, { peak: 3 });
    const changed = changeRecipe(byHand, id, joinAt(byHand, 4).settings, 4);
    expect(changed.score!.shots[4]!.join!.set).toEqual({});
    expect(joinAt(changed, 4).settings.peak).toBe(3);
    const later = changeRecipe(changed, id, { peak: 1.2 }, 2);
    expect([2, 4].map((cut) => joinAt(later, cut).settings.peak)).toEqual([1.2, 1.2]);
  });
});

describe('the usual window of a move', () => {
  it.each([
    [24, 24],
    [25, 25],
    [30, 30],
    [50, 25],
    [60, 30],
  ])('of a hinge at %d frames a second has %d frames, and is told to be uneven once', (fps, n) => {
    const rate = frameRate(fps);
    const plan = setMove(
      planOfParts(rate, [
        { length: 60, in: 0, frames: 900 },
        { length: 60, in: 100, frames: 900 },
      ]),
      1,
      'hinge',
    );
    const { before, after } = joinAt(plan, 1);
    expect(before + after).toBe(n);
    const codes = faultsOf(plan).map(({ code }) => code);
    expect(codes).toEqual(n % 2 === 0 ? [] : ['odd-window']);
    for (const fault of faultsOf(plan))
      expect(mendsOf(plan, fault).map(({ label }) => label)).toEqual([
        'Change to 12 + 12',
        'Change to 13 + 13',
      ]);
  });

  it.each(['whip-pan', 'zoom-through', 'slide', 'drop', 'hinge', 'plain', 'smear'] as const)(
    'of a %s fits itself to short shots, without a fault of windows',
    (move) => {
      const parts = Array.from({ length: 6 }, () => ({ length: 7, in: 100, frames: 900 }));
      let plan = planOfParts(at24, parts);
      for (let cut = 1; cut < parts.length; cut++) plan = setMove(plan, cut, move);
      expect(faultsOf(plan).filter(({ code }) => code === 'windows-overlap')).toEqual([]);
    },
  );

  it.each([6, 2000, 20_000, 1e9])('of %d frames is refused in a shot of five', (n) => {
    const plan = planOfParts(at24, [
      { length: 5, in: 100, frames: 900 },
      { length: 40, in: 100, frames: 900 },
    ]);
    const joined = setMove(plan, 1, 'plain');
    expect(() => setWindow(joined, 1, n, 2)).toThrow('longer than shot 1, which has 5');
    expect(joinAt(setWindow(joined, 1, 5, 2), 1).before).toBe(5);
  });

  it('that an earlier plan has too long is drawn no longer than its shots, and told', () => {
    const plan = setMove(
      planOfParts(at24, [
        { length: 5, in: 100, frames: 900 },
        { length: 40, in: 100, frames: 900 },
      ]),
      1,
      'plain',
    );
    const span = { unit: 'frames', n: 2000, at: at24, keep: 'time' } as const;
    const shots = plan.score!.shots.map((shot, i) =>
      i === 1 ? { ...shot, join: { set: { move: 'plain' as const, before: span } } } : shot,
    );
    const old = PlanSchema.parse({ ...plan, score: { ...plan.score!, shots } });
    expect(joinAt(old, 1).before).toBe(5);
    const fault = faultsOf(old).find(({ code }) => code === 'windows-overlap')!;
    expect(fault.message).toContain('1995 frames over');
    expect(mendsOf(old, fault).length).toBeGreaterThan(0);
  });
});

describe('a ramp into a cut', () => {
  const byHand: RampKey[] = [
    { from: 'start', at: 0, speed: { num: 1, den: 1 }, ease: 'linear' },
    { from: 'start', at: 12, speed: { num: 1, den: 4 }, ease: 'ease-out' },
    { from: 'start', at: 44, speed: { num: 3, den: 2 }, ease: 'linear' },
  ];
  const plan = planOfParts(at24, [
    { length: 48, in: 100, frames: 900, ramp: byHand },
    { length: 40, in: 100, frames: 900 },
  ]);

  it('leaves keys that were set by hand outside its length as they are', () => {
    const ramped = rampAtCut(plan, 0, 'tail', USUAL_CREST);
    const { ramp } = filmOf(ramped).shots[0]!;
    expect(ramp!.slice(0, 2)).toEqual(byHand.slice(0, 2));
    expect(ramp!.at(-1)).toMatchObject({ from: 'end', at: 0, speed: { num: 4, den: 1 } });
    // The one within ten frames of the cut gave way; the floor is the speed that was there.
    expect(ramp).toHaveLength(4);
    expect(withCrest(filmOf(plan).shots[1]!, 'head', USUAL_CREST)).toHaveLength(2);
  });

  it('keeps the easing of a key that is set anew, and of the stretch in which one is added', () => {
    const again = setRampKey(plan, 0, { at: 12, speed: rational(1, 2) });
    expect(filmOf(again).shots[0]!.ramp![1]).toMatchObject({ ease: 'ease-out' });
    const added = setRampKey(plan, 0, { at: 20, speed: rational(1, 2) });
    expect(filmOf(added).shots[0]!.ramp![2]).toMatchObject({ at: 20, ease: 'ease-out' });
  });

  it('that was matched by movement is not told to differ in per cent, until it is changed', () => {
    const fast = setRamp(plan, 0, [
      { from: 'end', at: -10, speed: { num: 1, den: 1 }, ease: 'ease-in-out' },
      { from: 'end', at: 0, speed: { num: 4, den: 1 }, ease: 'linear' },
    ]);
    const matched = matchSpeed(fast, 1, rational(5, 2));
    expect(crestsAt(filmOf(matched).shots[0]!, filmOf(matched).shots[1]!)).toEqual({
      out: 4,
      into: 2.5,
    });
    const differ = (p: Plan) => faultsOf(p).filter(({ code }) => code === 'crests-differ').length;
    expect(differ(matched)).toBe(0);
    expect(differ(setRampKey(matched, 1, { at: 0, speed: rational(2) }))).toBe(1);
    expect(PlanSchema.parse(matched)).toEqual(matched);
    const other = matchSpeed(fast, 1, rational(3, 2), 'out');
    expect(crestsAt(filmOf(other).shots[0]!, filmOf(other).shots[1]!)).toEqual({
      out: 1.5,
      into: 1,
    });
    expect(differ(other)).toBe(0);
  });
});

describe('two moments on two cues', () => {
  const solve = (
    length: number,
    clip: number,
    moments: [number, number],
    after: [number, number],
  ) => {
    const plan = planOfParts(at24, [{ length, in: 0, frames: clip }]);
    const [shot] = plan.score!.shots;
    const landings = [0, 1].map((i) => ({
      moment: sourceFrames(moments[i]!),
      after: after[i]!,
    }));
    const solved = landAll(plan, { shot: shot!, clip: plan.clips[0]!, length }, landings);
    return { plan, solved };
  };

  it('are refused with the reason where the clip has not enough before the first', () => {
    const { solved } = solve(60, 900, [10, 20], [24, 36]);
    expect(solved.found).toBeNull();
    expect(solved.reason).toBe(
      'The shot would begin 14 source frames before the clip does: its speeds up to the first moment use more than there is ahead of it.',
    );
  });

  it('are refused where the clip ends before the shot would', () => {
    const { solved } = solve(100, 100, [60, 80], [10, 24]);
    expect(solved.found).toBeNull();
    expect(solved.reason).toContain('The clip runs out on frame');
  });

  it('are found only where stepping frame by frame shows both, and never beyond the file', () => {
    let found = 0;
    // A fixed walk over 500 cases, of which a good part can be solved.
    for (let n = 0; n < 500; n++) {
      const length = 30 + ((n * 7) % 60);
      const after: [number, number] = [(n * 5) % 20, ((n * 5) % 20) + 4 + ((n * 3) % 20)];
      if (after[1] >= length) continue;
      const clip = 60 + ((n * 11) % 300);
      const first = (n * 13) % (clip - 20);
      const moments: [number, number] = [first, Math.min(clip - 1, first + 1 + ((n * 17) % 60))];
      const { plan, solved } = solve(length, clip, moments, after);
      if (!solved.found) {
        expect(solved.reason).not.toBe('');
        continue;
      }
      found++;
      const { ramp, sourceIn } = solved.found;
      const shots = [{ ...plan.score!.shots[0]!, ramp, sourceIn }];
      const facts = filmOf({ ...plan, score: { ...plan.score!, shots } }).shots[0]!;
      expect([facts.time!.at(after[0]), facts.time!.at(after[1])]).toEqual(moments);
      for (let k = 0; k < length; k++) {
        expect(facts.time!.at(k)).toBeGreaterThanOrEqual(0);
        expect(facts.time!.at(k)).toBeLessThan(clip);
      }
    }
    expect(found).toBeGreaterThan(50);
  });
});

describe('a file that ends inside a shot', () => {
  it('is told once, and not again as a handle that cannot be had', () => {
    const plan = planOfParts(at24, [
      { length: 40, in: 60, frames: 96 },
      { length: 40, in: 100, frames: 900 },
    ]);
    const told = faultsOf(setMove(plan, 1, 'plain'));
    expect(told.map(({ code }) => code)).toEqual(['source-ends']);
    expect(told[0]!.figures).toMatchObject({ missing: 4 });
    expect(mendsOf(plan, told[0]!).length).toBeGreaterThan(0);
    expect(() => setMove(plan, 9, 'plain')).toThrow(CaesuraError);
  });
});
