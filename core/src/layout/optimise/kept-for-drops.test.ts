import fc from 'fast-check';
import { expect, it } from 'vitest';
import { finished, frames, rational, sourceFrames } from '../../time/index.ts';
import { usualBreadth } from './breadth.ts';
import { bestInAnyOrder } from './free-order.ts';
import { keptForDrops, withoutRange } from './kept-for-drops.ts';
import { USUAL_WEIGHTS, type Material, type Problem } from './problem.ts';
import { withShown, type Seen } from './seen-ranges.ts';
import { shotCosts } from './shot-costs.ts';

const [BEAT, BEATS, DROP] = [12, 60, 36];

const clip = (name: string, events: readonly number[]): Material => ({
  id: name,
  name,
  frames: sourceFrames(260),
  usable: { in: sourceFrames(0), out: sourceFrames(260) },
  stride: rational(1),
  events: events.map((at) => ({ at: sourceFrames(at), kind: 'impact', strength: 1 })),
  speeds: [rational(1)],
  must: false,
  most: Infinity,
  movement: null,
  shift: null,
});

/** A film of 60 beats with a drop late in it, of six clips of which some strike once. */
const filmOf = (strikes: number): Problem => ({
  target: frames(BEAT * BEATS),
  candidates: Array.from({ length: BEATS + 1 }, (_, i) => ({
    frame: frames(BEAT * i),
    worth: i % 4 === 0 ? 1 : 0.6,
    kind: i === DROP ? 'drop' : 'beat',
    lands: true,
    locked: i === 0 || i === BEATS,
  })),
  wanted: () => 2 * BEAT,
  shortest: frames(BEAT),
  longest: frames(8 * BEAT),
  materials: Array.from({ length: 6 }, (_, i) => clip(`c${i}`, i < strikes ? [100 + 20 * i] : [])),
  likeness: () => 1,
  handles: { before: frames(0), after: frames(0) },
  ...{ first: null, last: null, before: [], together: [] },
  ...{ shownBefore: [], shownAfter: null, shownOutside: [], weights: USUAL_WEIGHTS },
});

it.each([1, 2, 3])('an event lands on a late drop where only %i clips have one each', (strikes) => {
  const problem = filmOf(strikes);
  const costs = shotCosts(problem);
  const found = finished(bestInAnyOrder(problem))!;
  expect(found.shots.some(({ landed }) => landed?.frame === DROP * BEAT)).toBe(true);
  // Where nothing is kept it has been shown by then.
  const without = finished(bestInAnyOrder(problem, usualBreadth(problem, costs)))!;
  expect(found.cost).toBeLessThan(without.cost);
});

it('nothing is kept where the drop has its event, or no clip has any', () => {
  const problem = filmOf(3);
  expect(keptForDrops(problem, finished(bestInAnyOrder(problem))!)).toEqual([]);
  const none = filmOf(0);
  expect(keptForDrops(none, finished(bestInAnyOrder(none))!)).toEqual([]);
});

it('what was shown without a range is that frame by frame', () => {
  const range = fc
    .tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 1, max: 30 }))
    .map(([from, lasts]) => ({ in: from, out: from + lasts }));
  const framesOf = (seen: Seen) =>
    seen.flatMap(({ in: from, out }) => Array.from({ length: out - from }, (_, i) => from + i));
  fc.assert(
    fc.property(fc.array(range, { maxLength: 5 }), range, (shown, gone) => {
      const seen = shown.reduce<Seen>(
        (all, one) => withShown(all, { sourceIn: one.in, sourceOut: one.out }),
        [],
      );
      expect(framesOf(withoutRange(seen, gone))).toEqual(
        framesOf(seen).filter((frame) => frame < gone.in || frame >= gone.out),
      );
    }),
  );
});
