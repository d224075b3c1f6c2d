import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { strideOf } from '../film/source.ts';
import type { Ramp } from '../plan/index.ts';
import { planOfParts } from '../testing/joined-plans.ts';
import { showsFrame, stepped } from '../testing/stepped.ts';
import { frameRate, rational, sourceFrames, toNumber, USUAL_RATES } from '../time/index.ts';
import { landAll, type LandHolds } from './land.ts';
import { shapedRamp, USUAL_CREST, USUAL_FLOOR } from './shape.ts';

const LENGTH = 100;

/** A shot from source frame 1000 on, at normal speed or with the usual ramp at both ends. */
function filmed(rate: (typeof USUAL_RATES)[number], ramped: boolean) {
  const ramp: Ramp = ramped
    ? shapedRamp({ floor: USUAL_FLOOR, head: USUAL_CREST, tail: USUAL_CREST })
    : [{ from: 'start', at: 0, speed: { num: 1, den: 1 }, ease: 'linear' }];
  const plan = planOfParts(frameRate(24), [{ length: LENGTH, in: 1000, frames: 9000, rate, ramp }]);
  const [shot, clip] = [plan.score!.shots[0]!, plan.clips[0]!];
  const stride = toNumber(strideOf(clip.rate, plan.rate));
  const before = stepped(ramp, LENGTH, { sourceIn: 1000, stride });
  const land = (points: readonly (readonly [number, number])[], holds: LandHolds = {}) =>
    landAll(
      plan,
      { shot, clip, length: LENGTH },
      points.map(([after, moment]) => ({ after, moment: sourceFrames(moment) })),
      holds,
    );
  return { land, stride, before };
}

describe('moments on frames of a shot', () => {
  it('land by the speeds between them, whatever is held, by stepping', () => {
    let found = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(...USUAL_RATES),
        fc.boolean(),
        fc.uniqueArray(fc.integer({ min: 2, max: 96 }), { minLength: 1, maxLength: 3 }),
        fc.array(fc.integer({ min: 20, max: 250 }), { minLength: 4, maxLength: 4 }),
        fc.record({ in: fc.boolean(), out: fc.boolean() }),
        (rate, ramped, frames, parts, holds) => {
          const { land, stride, before } = filmed(rate, ramped);
          // Each moment is some per cent of normal speed after the one before.
          let [frame, moment] = [0, 1000];
          const points = frames
            .toSorted((a, b) => a - b)
            .map((at, i): [number, number] => {
              moment += Math.max(1, Math.round(((at - frame) * stride * parts[i]!) / 100));
              frame = at;
              return [at, moment];
            });
          const solved = land(points, holds);
          if (!solved.found) {
            expect(solved.reason).toMatch(/it would take|would have to come|begin|runs out/);
            return;
          }
          found++;
          const { ramp, sourceIn } = solved.found;
          const positions = stepped(ramp, LENGTH, { sourceIn, stride });
          for (const [at, wanted] of points) expect(showsFrame(positions[at]!, wanted)).toBe(true);
          if (holds.in) expect(sourceIn).toBe(1000);
          if (holds.out)
            expect(showsFrame(positions[LENGTH - 1]!, Math.floor(before[LENGTH - 1]! + 1e-6))).toBe(
              true,
            );
        },
      ),
      { numRuns: 500 },
    );
    expect(found).toBeGreaterThan(200);
  });

  it('land on the cut itself, where a join begins on a gesture', () => {
    const { land, stride } = filmed(frameRate(60), true);
    const { ramp, sourceIn } = land([
      [40, 1100],
      [LENGTH, 1300],
    ]).found!;
    const positions = stepped(ramp, LENGTH, { sourceIn, stride });
    expect(showsFrame(positions[LENGTH]!, 1300)).toBe(true);
    expect(showsFrame(positions[40]!, 1100)).toBe(true);
  });

  it('one alone lands by the source in, or with that held by the speed before it', () => {
    const { land, stride } = filmed(frameRate(24), false);
    const slipped = land([[48, 1060]]).found!;
    expect(slipped.sourceIn).toBe(1012);
    expect(slipped.ramp).toHaveLength(1);
    const held = land([[48, 1060]], { in: true }).found!;
    expect(held.sourceIn).toBe(1000);
    expect(showsFrame(stepped(held.ramp, LENGTH, { sourceIn: 1000, stride })[48]!, 1060)).toBe(
      true,
    );
  });

  it('do not where they are in the wrong order or too near, which it says with the nearest', () => {
    const { land } = filmed(frameRate(24), false);
    expect(
      land([
        [40, 1100],
        [60, 1050],
      ]).reason,
    ).toContain('another order');
    expect(
      land([
        [40, 1100],
        [40, 1050],
      ]).reason,
    ).toContain('cannot both be shown');
    const near = land([
      [20, 1040],
      [80, 1041],
    ]);
    expect(near.reason).toContain('the least is 1 %');
    expect(near.reason !== null && near.nearest).toBeTruthy();
    expect(land([]).reason).toBe('No moment is to land.');
    expect(land([[10, 5]]).reason).toContain('The moment would fall');
  });

  it('never by standing still unasked', () => {
    for (const moment of [1001, 1003, 1010, 1040]) {
      const { ramp } = filmed(frameRate(24), false).land([[60, moment]], { in: true }).found ?? {
        ramp: [],
      };
      for (const { speed } of ramp)
        expect(toNumber(rational(speed.num, speed.den))).toBeGreaterThanOrEqual(0.01);
    }
  });
});
