import fc from 'fast-check';
import { expect, it } from 'vitest';
import { layOutSteadily } from '../../layout/index.ts';
import { samplePlan } from '../../testing/sample-plan.ts';
import { lockCut } from '../edits/index.ts';
import { keptSame } from './kept-same.ts';
import { isSameJson } from './patch-between.ts';

/** All parts of two documents that stand on the same path. */
function pairs(before: unknown, after: unknown): [unknown, unknown][] {
  if (typeof before !== 'object' || typeof after !== 'object' || !before || !after) return [];
  if (Array.isArray(before) !== Array.isArray(after)) return [];
  const shared = Object.keys(after).filter((key) => Object.hasOwn(before, key));
  return shared.flatMap((key) => {
    const [a, b] = [before, after].map((one) => (one as Record<string, unknown>)[key]);
    return [[a, b] as [unknown, unknown], ...pairs(a, b)];
  });
}

it('is the document after a change, with the very objects of all that is as it was', () => {
  const value = fc.jsonValue({ maxDepth: 4 });
  fc.assert(
    fc.property(value, value, (before, after) => {
      const kept = keptSame(before, structuredClone(after));
      expect(kept).toStrictEqual(after);
      expect(kept === before).toBe(isSameJson(before, after));
      for (const [a, b] of pairs(before, kept)) expect(a === b).toBe(isSameJson(a, b));
    }),
    { numRuns: 2000 },
  );
});

it('is the document itself where a copy of it comes', () => {
  fc.assert(
    fc.property(fc.jsonValue({ maxDepth: 5 }), (document) => {
      expect(keptSame(document, structuredClone(document))).toBe(document);
    }),
  );
});

it('knows what stands before and after an entry that was put in or taken out', () => {
  const entry = fc.record({ id: fc.nat(), of: fc.array(fc.nat(), { maxLength: 3 }) });
  fc.assert(
    fc.property(fc.array(entry), fc.nat(), entry, (list, at, more) => {
      const place = at % (list.length + 1);
      const longer = keptSame(list, structuredClone(list.toSpliced(place, 0, more)));
      list.forEach((one, i) => expect(longer[i < place ? i : i + 1]).toBe(one));
      const shorter = keptSame(list, structuredClone(list.toSpliced(place, 1)));
      shorter.forEach((one, i) => expect(one).toBe(list[i < place ? i : i + 1]));
    }),
  );
});

it('tells what is missing from what is not there', () => {
  const before = { a: { b: undefined }, c: [1, undefined] };
  expect(keptSame(before, { a: {}, c: [1] })).toStrictEqual({ a: {}, c: [1] });
  expect(keptSame({}, { toString: null })).toStrictEqual({ toString: null });
});

it('leaves all shots but one of a plan in which one cut is locked', () => {
  const plan = layOutSteadily(samplePlan());
  const locked = keptSame(plan, structuredClone(lockCut(plan, 2, true)));
  expect(locked.score!.shots.filter((shot, i) => shot !== plan.score!.shots[i])).toEqual([
    { ...plan.score!.shots[2], locked: true },
  ]);
  expect(locked.clips).toBe(plan.clips);
  expect(keptSame(locked, lockCut(locked, 2, true))).toBe(locked);
});
