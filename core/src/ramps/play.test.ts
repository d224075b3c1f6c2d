import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { strideOf } from '../film/source.ts';
import type { Ramp } from '../plan/index.ts';
import { planOfParts } from '../testing/joined-plans.ts';
import { showsFrame, stepped } from '../testing/stepped.ts';
import { frameRate, rational, sourceFrames, toNumber, USUAL_RATES } from '../time/index.ts';
import { playInside } from './play-inside.ts';
import type { PlayAsked } from './play-stretch.ts';
import { playBetween } from './play.ts';
import { shapedRamp } from './shape.ts';
import type { Keeps } from './splice.ts';

const at24 = frameRate(24);

const rateStride = (rate: (typeof USUAL_RATES)[number]) => toNumber(strideOf(rate, at24));

/** A shot at half speed, or one with a ramp at both of its ends, of a clip at a rate. */
function asked(
  given: { readonly rate: (typeof USUAL_RATES)[number]; readonly ramped: boolean },
  play: PlayAsked,
  keeps: Keeps,
) {
  const ramp: Ramp = given.ramped
    ? shapedRamp({
        floor: rational(1, 2),
        head: { speed: rational(3), length: 6, ease: 'ease-in-out' },
        tail: { speed: rational(4), length: 10, ease: 'ease-in-out' },
      })
    : [{ from: 'start', at: 0, speed: { num: 1, den: 2 }, ease: 'linear' }];
  const plan = planOfParts(at24, [{ length: 120, in: 1000, frames: 9000, rate: given.rate, ramp }]);
  const [shot, clip] = [plan.score!.shots[0]!, plan.clips[0]!];
  const stride = rateStride(given.rate);
  const before = stepped(ramp, 120, { sourceIn: 1000, stride });
  const filmed = { shot, clip, length: 120 };
  const solved = playBetween(plan, filmed, play, keeps);
  return { solved, inside: playInside(plan, filmed, play, keeps), stride, before };
}

describe('played from one moment to another', () => {
  it('shows both on whole frames, by stepping, and leaves what stays where it was', () => {
    let found = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(...USUAL_RATES),
        fc.boolean(),
        fc.integer({ min: 40, max: 150 }),
        fc.integer({ min: 20, max: 400 }),
        fc.integer({ min: 100, max: 1000 }),
        fc.integer({ min: 0, max: 12 }),
        fc.constantFrom<Keeps>('before', 'after'),
        (rate, ramped, after, apart, percent, eased, keeps) => {
          const play = {
            from: sourceFrames(1000 + after),
            to: sourceFrames(1000 + after + apart),
            speed: rational(percent, 100),
            eased,
          };
          const { solved, stride, before } = asked({ rate, ramped }, play, keeps);
          if (!solved.found) {
            expect(solved.reason).toMatch(/Easing over|No speed|ends|runs out|begin/);
            return;
          }
          found++;
          const { ramp, sourceIn, first, last, speed } = solved.found;
          expect(first).toBeGreaterThanOrEqual(0);
          expect(last).toBeLessThanOrEqual(120);
          // Keys from the end are counted from that of the shot, whatever is stepped over.
          const fixed = ramp.map((key) =>
            key.from === 'end' ? { ...key, from: 'start' as const, at: 120 + key.at } : key,
          );
          const positions = stepped(fixed, 121, { sourceIn, stride });
          const shows = keeps === 'before' ? play.to : Math.floor(before[last]! + 1e-6);
          expect(showsFrame(positions[last]!, shows)).toBe(true);
          // The first is shown where the shot comes to it: the frame before, it had not; but that
          // another source in, a whole frame, may bring it less than one earlier.
          const near = keeps === 'before' ? 0.02 : 1;
          expect(positions[first]!).toBeGreaterThan(play.from - 0.02);
          if (first > 0) expect(positions[first - 1]!).toBeLessThan(play.from + near);
          if (keeps === 'before')
            for (let k = 0; k <= first; k++)
              expect(Math.abs(positions[k]! - before[k]!)).toBeLessThan(0.1);
          else
            for (let k = last; k < 120; k++)
              expect(Math.abs(positions[k]! - before[k]!)).toBeLessThan(0.1);
          // As near to the speed asked as one frame more or less makes it.
          const plain = last - first - eased;
          if (plain > 20)
            expect(Math.abs(toNumber(speed) / (percent / 100) - 1)).toBeLessThan(1 / (plain - 2));
        },
      ),
      { numRuns: 500 },
    );
    expect(found).toBeGreaterThan(60);
  });

  it('keeps the first and the last source frame where what is outside gives way, by stepping', () => {
    let found = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(...USUAL_RATES),
        fc.boolean(),
        fc.integer({ min: 0, max: 70 }),
        fc.integer({ min: 10, max: 100 }),
        fc.integer({ min: 60, max: 900 }),
        fc.integer({ min: 0, max: 8 }),
        fc.constantFrom<Keeps>('before', 'after'),
        (rate, ramped, after, apart, percent, eased, keeps) => {
          const stride = rateStride(rate);
          const from = 1000 + Math.round((after * stride) / 2);
          const play = {
            from: sourceFrames(from),
            to: sourceFrames(from + Math.max(1, Math.round((apart * stride) / 2))),
            ...{ speed: rational(percent, 100), eased },
          };
          const { before, inside } = asked({ rate, ramped }, play, keeps);
          if (!inside.found) {
            expect(inside.reason).toMatch(
              /easings|cannot by|ends|comes after|before|begin|No speeds|Nothing is left/,
            );
            return;
          }
          found++;
          const { ramp, sourceIn, first, last, speed } = inside.found;
          expect(sourceIn).toBe(1000);
          const positions = stepped(ramp, 120, { sourceIn, stride });
          expect(showsFrame(positions[119]!, Math.floor(before[119]! + 1e-6))).toBe(true);
          if (keeps === 'before') expect(showsFrame(positions[last]!, play.to)).toBe(true);
          else expect(showsFrame(positions[first]!, play.from)).toBe(true);
          const kept = keeps === 'before' ? [0, first] : [last, 119];
          for (let k = kept[0]!; k <= kept[1]!; k++)
            expect(Math.abs(positions[k]! - before[k]!)).toBeLessThan(
              keeps === 'before' ? 0.1 : 0.6,
            );
          const plain = last - first - eased;
          if (plain > 20)
            expect(Math.abs(toNumber(speed) / (percent / 100) - 1)).toBeLessThan(1 / (plain - 2));
        },
      ),
      { numRuns: 500 },
    );
    expect(found).toBeGreaterThan(100);
  });

  it('is asked twice in one shot, the first staying as it is', () => {
    const rate = frameRate(60);
    const plan = planOfParts(at24, [
      {
        ...{ length: 120, in: 100, frames: 2000, rate },
        ramp: [{ from: 'start', at: 0, speed: { num: 1, den: 2 }, ease: 'linear' }],
      },
    ]);
    const [shot, clip] = [plan.score!.shots[0]!, plan.clips[0]!];
    const play = (from: number, to: number) => ({
      ...{ from: sourceFrames(from), to: sourceFrames(to) },
      ...{ speed: rational(4), eased: 4 },
    });
    const one = playBetween(plan, { shot, clip, length: 120 }, play(130, 230), 'before').found!;
    const two = playBetween(
      plan,
      { shot: { ...shot, ...one }, clip, length: 120 },
      play(260, 360),
      'before',
    ).found!;
    const positions = stepped(two.ramp, 120, { sourceIn: 100, stride: 2.5 });
    for (const [frame, moment] of [
      [one.first, 130],
      [one.last, 230],
      [two.first, 260],
      [two.last, 360],
    ] as const)
      expect(Math.floor(positions[frame]! + 1e-6)).toBeGreaterThanOrEqual(moment);
    expect(Math.floor(positions[two.last]!)).toBe(360);
    expect(Math.floor(positions[one.last]!)).toBe(230);
    // Eased over four frames, four times as fast between, and slow again.
    const speeds = positions.slice(1).map((p, k) => (p - positions[k]!) / 2.5);
    expect(Math.max(...speeds)).toBeGreaterThan(3.5);
    expect(speeds[two.last + 1]).toBeCloseTo(0.5, 3);
  });

  it('says why not', () => {
    const play = { speed: rational(4), eased: 10 };
    const given = { rate: frameRate(24), ramped: false };
    const of = (from: number, to: number) =>
      asked(given, { ...play, from: sourceFrames(from), to: sourceFrames(to) }, 'before').solved;
    expect(of(1010, 1010).reason).toContain('does not come after');
    expect(of(900, 1010).reason).toContain('begins with source frame 1000');
    const near = of(1010, 1020);
    expect(near.reason).toContain('Easing over 10 frames');
    expect(near.reason === null || near.nearest).toBeTruthy();
    expect(of(1010, 9500).reason).toContain('ends with 8999');
  });
});
