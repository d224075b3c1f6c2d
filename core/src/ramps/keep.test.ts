import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { strideOf } from '../film/source.ts';
import type { Ramp } from '../plan/index.ts';
import { planOfParts } from '../testing/joined-plans.ts';
import { showsFrame, stepped } from '../testing/stepped.ts';
import { frameRate, rational, sourceFrames, toNumber, USUAL_RATES } from '../time/index.ts';
import { fillFrom, GIVES, keepRange, rangeShown } from './keep.ts';
import { shapedRamp, shapeOf } from './shape.ts';

/** A shot from source frame 1000 on with a ramp. */
function filmed(rate: (typeof USUAL_RATES)[number], length: number, ramp: Ramp) {
  const plan = planOfParts(frameRate(24), [{ length, in: 1000, frames: 90_000, rate, ramp }]);
  const [shot, clip] = [plan.score!.shots[0]!, plan.clips[0]!];
  return { plan, of: { shot, clip, length }, stride: toNumber(strideOf(clip.rate, plan.rate)) };
}
const range = (from: number, to: number) => ({ in: sourceFrames(from), out: sourceFrames(to) });
const usual = (floor: number, crest: number, ends: 'head' | 'tail' | 'both', length = 10): Ramp => {
  const at = { speed: rational(crest, 100), length, ease: 'ease-in-out' };
  return shapedRamp({
    floor: rational(floor, 100),
    head: ends === 'tail' ? null : at,
    tail: ends === 'head' ? null : at,
  });
};

describe('a part of the source kept', () => {
  it('is shown from its first frame to its last, whatever gives way, by stepping', () => {
    const found = new Map<string, number>();
    fc.assert(
      fc.property(
        fc.constantFrom(...USUAL_RATES),
        fc.integer({ min: 24, max: 200 }),
        fc.integer({ min: 20, max: 100 }),
        fc.integer({ min: 120, max: 1000 }),
        fc.constantFrom<'head' | 'tail' | 'both'>('head', 'tail', 'both'),
        fc.integer({ min: 40, max: 250 }),
        fc.constantFrom(...GIVES),
        (rate, length, floor, crest, ends, percent, gives) => {
          const { plan, of, stride } = filmed(rate, length, usual(floor, crest, ends));
          const shown = rangeShown(plan, of);
          const wanted = range(
            1000,
            1001 + Math.max(1, Math.round(((shown.out - shown.in) * percent) / 100)),
          );
          const solved = keepRange(plan, of, wanted, gives);
          if (!solved.found) {
            expect(solved.reason).toMatch(
              /Even with|It would take|With any ramp|beside|no part of/,
            );
            return;
          }
          found.set(gives, (found.get(gives) ?? 0) + 1);
          const { ramp, sourceIn, length: lasts } = solved.found;
          expect(sourceIn).toBe(1000);
          if (gives !== 'length') expect(lasts).toBe(length);
          const positions = stepped(ramp, lasts, { sourceIn, stride });
          expect(showsFrame(positions[lasts - 1]!, wanted.out - 1)).toBe(true);
          for (const { speed } of ramp) expect(speed.num / speed.den).toBeGreaterThanOrEqual(0.01);
          const shape = shapeOf(ramp)!;
          if (gives === 'crest') expect(toNumber(shape.floor)).toBeCloseTo(floor / 100, 9);
          if (gives === 'floor')
            expect(toNumber((shape.head ?? shape.tail)!.speed)).toBeCloseTo(crest / 100, 9);
        },
      ),
      { numRuns: 500 },
    );
    for (const gives of GIVES) expect(found.get(gives)).toBeGreaterThan(20);
  });

  it('is found as it is worked out by hand: crest, floor and ramp length', () => {
    const tail = (floor: number, crest: number, length: number): Ramp =>
      shapedRamp({
        floor: rational(floor, 100),
        head: null,
        tail: { speed: rational(crest, 100), length, ease: 'linear' },
      });
    const { plan, of } = filmed(frameRate(24), 48, tail(50, 400, 10));
    const given = (wanted: number, gives: 'crest' | 'floor' | 'ramp') =>
      shapeOf(keepRange(plan, of, range(1000, 1000 + wanted), gives).found!.ramp)!;
    // Up to the last frame: 38 frames at the floor f, and 9 of the 10 in which it gets to the crest
    // c, which go 9·f + (c − f)·9²/20. Asked is the middle of the last source frame.
    // f = 0.5: 19 + 4.5 + 4.05·(c − 0.5) = 80.5 → c = 59.025/4.05.
    expect(toNumber(given(81, 'crest').tail!.speed)).toBeCloseTo(59.025 / 4.05, 2);
    // c = 4: 47·f + 4.05·(4 − f) = 50.5 → f = 34.3/42.95.
    expect(toNumber(given(51, 'floor').floor)).toBeCloseTo(34.3 / 42.95, 3);
    // A ramp of L: 23.5 + 1.75·(L − 1)²/L, which comes nearest to 55.5 with L = 20 (55.09).
    expect(given(56, 'ramp').tail!.length).toBe(20);
  });

  it('with what is there already changes nothing', () => {
    const { plan, of } = filmed(frameRate(60), 96, usual(50, 400, 'both'));
    const shown = rangeShown(plan, of);
    for (const gives of GIVES)
      expect(keepRange(plan, of, shown, gives).found).toEqual({
        ...{ ramp: of.shot.ramp, length: 96, sourceIn: 1000, became: 'as it is' },
      });
  });

  it('is never kept by standing still, but by the nearest, with the reason', () => {
    const { plan, of } = filmed(frameRate(24), 48, usual(50, 400, 'both'));
    const solved = keepRange(plan, of, range(1000, 1020), 'floor');
    expect(solved.reason).toContain('Even with a floor of 1 %');
    expect(solved.reason !== null && solved.nearest!.became).toBe('floor 1 %');
    expect(keepRange(plan, of, range(1000, 1000), 'floor').reason).toContain('no source between');
    expect(keepRange(plan, of, range(1000, 95_000), 'floor').reason).toContain('90000 frames');
    const level = filmed(frameRate(24), 48, [
      { from: 'start', at: 0, speed: { num: 1, den: 1 }, ease: 'linear' },
    ]);
    expect(keepRange(level.plan, level.of, range(1000, 1020), 'crest').reason).toContain(
      'no crest',
    );
    expect(keepRange(level.plan, level.of, range(1000, 1020), 'ramp').reason).toContain('no ramp');
  });

  it('fills a shot of twenty minutes to the frame', () => {
    const length = 24 * 60 * 20;
    const { plan, of, stride } = filmed(frameRate(60), length, [
      { from: 'start', at: 0, speed: { num: 1, den: 1 }, ease: 'linear' },
    ]);
    const { ramp, became } = fillFrom(plan, of, range(1000, 90_000)).found!;
    expect(ramp).toHaveLength(1);
    expect(became).toMatch(/^speed 123\.6 %$/);
    const { num, den } = ramp[0]!.speed;
    expect(1000 + Math.floor(((length - 1) * stride * num) / den)).toBe(89_999);
  });
});
