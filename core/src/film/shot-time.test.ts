import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planOfParts } from '../testing/joined-plans.ts';
import { frameRate } from '../time/index.ts';
import { shotTime } from './shot-time.ts';

const EASES = ['linear', 'ease-in-out', 'steps(1)', 'cubic-bezier(0.3, -2, 0.7, 3)', 'steps(4)'];

describe('what a shot reaches of its source', () => {
  it('is the lowest and the highest of all that it shows, forwards, backwards and overshooting', () => {
    const key = fc.record({
      at: fc.integer({ min: -5, max: 60 }),
      percent: fc.integer({ min: -300, max: 900 }),
      ease: fc.constantFrom(...EASES),
    });
    fc.assert(
      fc.property(
        fc.array(key, { minLength: 1, maxLength: 6 }),
        fc.boolean(),
        fc.tuple(fc.integer({ min: -10, max: 30 }), fc.integer({ min: 1, max: 40 })),
        (keys, forwards, [from, lasts]) => {
          const ramp = keys.map(({ at, percent, ease }) => ({
            from: 'start' as const,
            ...{ at, ease },
            speed: { num: forwards ? Math.abs(percent) : percent, den: 100 },
          }));
          const plan = planOfParts(frameRate(24), [{ length: 60, in: 5000, frames: 90_000, ramp }]);
          const time = shotTime(plan, plan.score!.shots[0]!, plan.clips[0]!, 60);
          const shown = Array.from({ length: lasts }, (_, i) => time.at(from + i));
          expect(time.reach(from, from + lasts)).toEqual({
            lowest: Math.min(...shown),
            highest: Math.max(...shown),
          });
        },
      ),
      { numRuns: 400 },
    );
  });
});

describe('a shot that goes backwards', () => {
  const shown = (percent: number, length: number) => {
    const key = { at: 0, speed: { num: percent, den: 100 }, ease: 'linear' };
    const ramp = [
      { from: 'start' as const, ...key },
      { from: 'end' as const, ...key },
    ];
    const plan = planOfParts(frameRate(24), [{ length, in: 100, frames: 900, ramp }]);
    const time = shotTime(plan, plan.score!.shots[0]!, plan.clips[0]!, length);
    return Array.from({ length }, (_, k) => time.at(k) as number);
  };

  it('shows each frame as often as forwards, the first one too', () => {
    // Played from its end, each frame of the source lasts as long as it does forwards.
    expect(shown(-100, 4)).toEqual([100, 99, 98, 97]);
    expect(shown(-50, 6)).toEqual([100, 100, 99, 99, 98, 98]);
    expect(shown(-25, 9)).toEqual([100, 100, 100, 100, 99, 99, 99, 99, 98]);
    expect(shown(-200, 4)).toEqual([100, 98, 96, 94]);
  });

  it('is what forwards is, mirrored, at any speed', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 900 }),
        fc.integer({ min: 1, max: 60 }),
        (percent, n) => {
          expect(shown(-percent, n).map((frame) => 200 - frame)).toEqual(shown(percent, n));
        },
      ),
    );
  });
});
