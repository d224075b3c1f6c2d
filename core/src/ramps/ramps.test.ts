import type { ShotFacts } from '../film/shots.ts';
import { filmOf } from '../film/film.ts';
import fc from 'fast-check';
import { gaussQuadrature } from 'flo-gauss-quadrature';
import { describe, expect, it } from 'vitest';
import { planOfParts } from '../testing/joined-plans.ts';
import { playedAt, speedAt } from '../curves/index.ts';
import { keysOn } from '../film/shot-time.ts';
import { stepped } from '../testing/stepped.ts';
import { splitShot } from '../plan/edits/edit-shots.ts';
import { strideOf } from '../film/source.ts';
import type { Plan, Ramp } from '../plan/index.ts';
import {
  frameRate,
  minus,
  rational,
  sourceFrames,
  toDouble,
  toNumber,
  USUAL_RATES,
  type Rational,
} from '../time/index.ts';
import { crestsAt, matchingSpeed, onScreen, withSpeedAt } from './match.ts';
import { shapedRamp, shapeOf, USUAL_CREST, USUAL_FLOOR } from './shape.ts';
import { crestOnCut, slowPatch } from './slow-patch.ts';
import { sourceInFor } from './solve.ts';
import { constantSteps, type SpeedStep } from './steps.ts';

const at24 = frameRate(24);
const usual = shapedRamp({ floor: USUAL_FLOOR, head: USUAL_CREST, tail: USUAL_CREST });
const crest = (percent: number, length = 10, ease = 'ease-in-out') => ({
  speed: rational(percent, 100),
  length,
  ease,
});

/** The source frames that a shot shows. */
function shown(plan: Plan, shot = 0): number[] {
  const facts = filmOf(plan).shots[shot]!;
  return Array.from({ length: facts.length }, (_, k) => facts.time!.at(k));
}

describe('the usual ramp (common practice: floor 40–50 %, crest 400 %, 10 frames)', () => {
  it('has its crests on the cuts and goes through what its areas say', () => {
    const plan = planOfParts(at24, [{ length: 48, in: 0, frames: 400, ramp: usual }]);
    const [facts] = filmOf(plan).shots;
    // 28 frames at 50 %, and twice 10 frames from 50 to 400 % by ease-in-out, whose mean is 1/2: 14
    // + 2·22.5 = 59.
    expect(facts!.used).toEqual({ lowest: 0, highest: 55 });
    const frames = shown(plan);
    expect(frames[10]).toBe(22);
    expect(frames[38]).toBe(36);
    expect(crestsAt(facts!, facts!)).toEqual({ out: 4, into: 4 });
  });

  it('keeps its crests on the cuts when the shot gets longer, and is known again by its shape', () => {
    const plan = planOfParts(at24, [{ length: 60, in: 0, frames: 400, ramp: usual }]);
    expect(crestsAt(filmOf(plan).shots[0]!, filmOf(plan).shots[0]!)).toEqual({ out: 4, into: 4 });
    expect(shapeOf(usual)).toEqual({ floor: USUAL_FLOOR, head: USUAL_CREST, tail: USUAL_CREST });
    expect(
      shapeOf([{ from: 'start', at: 3, speed: { num: 1, den: 1 }, ease: 'linear' }]),
    ).toBeNull();
  });

  it('goes on without a jump where the shot is split', () => {
    const plan = planOfParts(at24, [{ length: 48, in: 5, frames: 400, ramp: usual }]);
    const before = shown(plan);
    for (const at of [1, 7, 20, 41, 47]) {
      const split = splitShot(plan, at);
      expect(
        [...shown(split, 0), ...shown(split, 1)].map((f, i) => Math.abs(f - before[i]!) <= 1),
      ).not.toContain(false);
      expect(shown(split, 0)).toEqual(before.slice(0, at));
    }
  });

  it('holds and goes backwards', () => {
    const held: Ramp = [
      { from: 'start', at: 0, speed: { num: 1, den: 1 }, ease: 'step-end' },
      { from: 'start', at: 4, speed: { num: 0, den: 1 }, ease: 'step-end' },
      { from: 'start', at: 8, speed: { num: -2, den: 1 }, ease: 'linear' },
    ];
    const plan = planOfParts(at24, [{ length: 11, in: 10, frames: 30, ramp: held }]);
    expect(shown(plan)).toEqual([10, 11, 12, 13, 14, 14, 14, 14, 14, 12, 10]);
  });
});

describe('what a ramp goes through', () => {
  it('is what quadrature and stepping say, over 1000 random ramps', () => {
    const unit = fc.integer({ min: 0, max: 100 }).map((n) => n / 100);
    const any = fc.integer({ min: -50, max: 150 }).map((n) => n / 100);
    const eases = fc.oneof(
      fc.constantFrom('linear', 'steps(1)', 'ease-in', 'ease-out', 'ease-in-out', 'ease'),
      fc
        .tuple(unit, any, unit, any)
        // Upright curves are no function of time that stepping could follow.
        .filter(([x1, , x2]) => x1 < 0.9 && x2 > 0.1)
        .map((points) => `cubic-bezier(${points.join(', ')})`),
    );
    const keys = fc.uniqueArray(
      fc.record({ at: fc.nat(60), percent: fc.integer({ min: -200, max: 1000 }), ease: eases }),
      { minLength: 1, maxLength: 6, selector: ({ at }) => at },
    );
    fc.assert(
      fc.property(keys, fc.integer({ min: 1, max: 60 }), (made, k) => {
        const ramp: Ramp = made
          .toSorted((a, b) => a.at - b.at)
          .map(({ at, percent, ease }) => ({
            ...{ from: 'start', at, ease },
            speed: { num: percent, den: 100 },
          }));
        const curve = keysOn(ramp, 60);
        const goes = toDouble(minus(playedAt(curve, k), playedAt(curve, 0)));
        const steps = stepped(ramp, 60, { sourceIn: 0, stride: 1 });
        expect(Math.abs(goes - steps[k]!)).toBeLessThan(0.02);
        let sum = 0;
        // In quarters of a frame, from whose inside no key is left out.
        for (let i = 0; i < 4 * k; i++)
          sum += gaussQuadrature((t) => speedAt(curve, t), [i / 4, (i + 1) / 4], 16);
        expect(Math.abs(goes - sum)).toBeLessThan(0.01);
      }),
      { numRuns: 1000 },
    );
  });
});

describe('a moment on a cue', () => {
  it('has its source in, whatever the ramp; the moment is then shown on that frame', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...USUAL_RATES),
        fc.constantFrom(...USUAL_RATES),
        fc.integer({ min: 25, max: 90 }),
        fc.integer({ min: 0, max: 24 }),
        fc.integer({ min: 0, max: 1500 }),
        (rate, source, length, after, moment) => {
          const plan = planOfParts(rate, [
            { length, in: 0, frames: 1500, rate: source, ramp: usual },
          ]);
          const shot = plan.score!.shots[0]!;
          const clip = plan.clips[0]!;
          const solved = sourceInFor(
            plan,
            { shot, clip, length },
            { moment: sourceFrames(moment), after },
          );
          const sourceIn = solved.found ?? (solved.reason !== null ? solved.nearest : null);
          if (sourceIn === null) return;
          const placed = { ...plan, score: { ...plan.score!, shots: [{ ...shot, sourceIn }] } };
          const frames = shown(placed);
          expect(Math.min(...frames)).toBeGreaterThanOrEqual(0);
          expect(Math.max(...frames)).toBeLessThan(1500);
          if (solved.found !== null) expect(frames[after]).toBe(moment);
          else expect(solved.reason).toMatch(/source frames (late|early)/);
        },
      ),
      { numRuns: 200 },
    );
  });

  it('says how far off the nearest is where the clip ends', () => {
    const plan = planOfParts(at24, [{ length: 24, in: 0, frames: 100 }]);
    const solved = sourceInFor(
      plan,
      { shot: plan.score!.shots[0]!, clip: plan.clips[0]!, length: 24 },
      { moment: sourceFrames(90), after: 4 },
    );
    expect(solved).toEqual({
      found: null,
      reason: 'The moment would fall 10 source frames early: the clip ends there.',
      nearest: 76,
    });
  });
});

describe('crests across a cut', () => {
  const parts = (out: Ramp, into: Ramp) =>
    filmOf(
      planOfParts(at24, [
        { length: 40, in: 0, frames: 900, ramp: out },
        { length: 40, in: 100, frames: 900, ramp: into },
      ]),
    ).shots as [ShotFacts, ShotFacts];

  it('are told and matched in per cent, on either side and where there was no ramp', () => {
    const [out, into] = parts(
      shapedRamp({ floor: USUAL_FLOOR, head: null, tail: crest(400) }),
      shapedRamp({ floor: USUAL_FLOOR, head: crest(380), tail: null }),
    );
    expect(crestsAt(out, into)).toEqual({ out: 4, into: 3.8 });
    const matched = withSpeedAt(into, 'start', rational(4));
    expect(matched[0]!.speed).toEqual({ num: 4, den: 1 });
    const plain = filmOf(planOfParts(at24, [{ length: 40, in: 0, frames: 900 }])).shots[0]!;
    const ramp = withSpeedAt(plain, 'end', rational(3));
    expect(shapeOf(ramp)).toEqual({
      floor: rational(1),
      head: null,
      tail: { ...USUAL_CREST, speed: rational(3) },
    });
  });

  it('are matched in movement on screen, which is speed times shift times stride', () => {
    const out = { speed: 4, shift: 0.01, stride: rational(1) };
    const own = { shift: 0.005, stride: rational(50, 24) };
    const speed = matchingSpeed(out, own)!;
    expect(onScreen(speed.num / speed.den, own.shift, own.stride)).toBeCloseTo(
      onScreen(4, 0.01, rational(1)),
      4,
    );
    expect(matchingSpeed(out, { shift: 0, stride: rational(1) })).toBeNull();
    // Beside a picture that stands no speed is as fast: it is not answered by standing still.
    expect(matchingSpeed({ ...out, shift: 1e-9 }, own)).toBeNull();
  });

  it('have no slow patch when both lie on the cut, and one whose length is told when they do not', () => {
    const onCut = parts(
      shapedRamp({ floor: USUAL_FLOOR, head: null, tail: crest(400) }),
      shapedRamp({ floor: USUAL_FLOOR, head: crest(400), tail: null }),
    );
    expect(slowPatch(...onCut)).toBeNull();
    const early: Ramp = [
      { from: 'end', at: -16, speed: { num: 1, den: 2 }, ease: 'ease-in-out' },
      { from: 'end', at: -6, speed: { num: 4, den: 1 }, ease: 'ease-in-out' },
      { from: 'end', at: 0, speed: { num: 1, den: 1 }, ease: 'linear' },
    ];
    const late: Ramp = [
      { from: 'start', at: 0, speed: { num: 1, den: 1 }, ease: 'ease-in-out' },
      { from: 'start', at: 3, speed: { num: 4, den: 1 }, ease: 'ease-in-out' },
      { from: 'start', at: 13, speed: { num: 1, den: 2 }, ease: 'linear' },
    ];
    const [out, into] = parts(early, late);
    expect(slowPatch(out, into)).toEqual({ before: 6, after: 3, slowest: 1, crest: 4 });
    const mended = parts(crestOnCut(out, 'end', 6)!, crestOnCut(into, 'start', 3)!);
    expect(slowPatch(...mended)).toBeNull();
    // A fast stretch farther inside is one of its own, and what lies before the cut no patch.
    const inside: Ramp = [
      { from: 'end', at: -26, speed: { num: 1, den: 1 }, ease: 'ease-in-out' },
      { from: 'end', at: -20, speed: { num: 4, den: 1 }, ease: 'ease-in-out' },
      { from: 'end', at: -14, speed: { num: 1, den: 1 }, ease: 'linear' },
    ];
    expect(slowPatch(...parts(inside, late))).toBeNull();
    expect(crestsAt(...mended)).toEqual({ out: 4, into: 4 });
  });
});

/** The source frame that steps show on a frame of their shot. */
function stepFrame(steps: readonly SpeedStep[], k: number, stride: Rational): number {
  const step = steps.findLast(({ from }) => from <= k)!;
  const gone = (k - step.from) * toNumber(step.speed) * toNumber(stride);
  // Backwards a frame is gone through from its end.
  return step.sourceIn + (gone < 0 ? Math.ceil(gone - 1e-9) : Math.floor(gone + 1e-9));
}

describe('steps of constant speed', () => {
  it('are one for a constant speed', () => {
    const plan = planOfParts(at24, [{ length: 30, in: 3, frames: 100, speed: rational(1, 2) }]);
    expect(constantSteps(plan, filmOf(plan).shots[0]!)).toEqual([
      { from: 0, to: 30, sourceIn: 3, speed: rational(1, 2) },
    ]);
  });

  it('show every frame within one source frame of the ramp, at any rates, forwards and back', () => {
    const speed = fc.integer({ min: -300, max: 1000 }).map((n) => ({ num: n, den: 100 }));
    const ease = fc.constantFrom(
      'linear',
      'ease-in-out',
      'cubic-bezier(0.16, 1, 0.3, 1)',
      'steps(3)',
    );
    const key = fc.record({
      from: fc.constant('start' as const),
      at: fc.integer({ min: 0, max: 80 }),
      speed,
      ease,
    });
    fc.assert(
      fc.property(
        fc.constantFrom(...USUAL_RATES),
        fc.integer({ min: 1, max: 90 }),
        fc.array(key, { minLength: 1, maxLength: 5 }),
        (source, length, ramp) => {
          const plan = planOfParts(at24, [{ length, in: 2000, frames: 9000, rate: source, ramp }]);
          const facts = filmOf(plan).shots[0]!;
          const steps = constantSteps(plan, facts);
          const stride = strideOf(source, at24);
          expect(steps[0]!.from).toBe(0);
          steps.forEach((step, i) => expect(step.to).toBe(steps[i + 1]?.from ?? length));
          for (let k = 0; k < length; k++)
            expect(Math.abs(stepFrame(steps, k, stride) - facts.time!.at(k))).toBeLessThanOrEqual(
              1,
            );
        },
      ),
      { numRuns: 200 },
    );
  });

  it('of the usual ramp over two seconds are fewer than its frames', () => {
    const plan = planOfParts(at24, [{ length: 48, in: 0, frames: 400, ramp: usual }]);
    const steps = constantSteps(plan, filmOf(plan).shots[0]!);
    expect(steps.length).toBeLessThan(14);
    expect(steps.length).toBeGreaterThan(3);
  });
});
