import fc from 'fast-check';
import jsonPatch from 'fast-json-patch';
import { describe, expect, it } from 'vitest';
import { samplePlan } from '../../testing/sample-plan.ts';
import { layOutSteadily } from '../../layout/index.ts';
import { frames } from '../../time/index.ts';
import { splitShot } from '../edits/index.ts';
import { digestOf, fnv1a } from './digest.ts';
import { isSameJson, patchBetween } from './patch-between.ts';

/** What another reader of RFC 6902 (fast-json-patch) makes of a patch. */
const applied = (before: unknown, patch: ReturnType<typeof patchBetween>): unknown =>
  jsonPatch.applyPatch(structuredClone(before), structuredClone(patch) as never, true).newDocument;

const asJson = (value: unknown): unknown => JSON.parse(JSON.stringify(value));

describe('a patch between two documents', () => {
  it('makes one of the other, whatever they are, as another library applies it', () => {
    // The other library refuses names that reach into prototypes; plans have none.
    const value = fc
      .jsonValue({ maxDepth: 4 })
      .filter((one) => !/__proto__|prototype/.test(JSON.stringify(one)));
    fc.assert(
      fc.property(value, value, (before, after) => {
        const patch = patchBetween(before, after);
        expect(asJson(applied(before, patch))).toEqual(asJson(after));
        expect(patch.length === 0).toBe(isSameJson(before, after));
        expect(patch.length === 0).toBe(digestOf(before) === digestOf(after));
      }),
      { numRuns: 2000 },
    );
  });

  it('looks at what a document has itself, whatever its keys are called', () => {
    expect(patchBetween({ toString: null }, {})).toEqual([{ op: 'remove', path: '/toString' }]);
    expect(patchBetween({}, { valueOf: 1 })).toEqual([{ op: 'add', path: '/valueOf', value: 1 }]);
    expect(isSameJson({ constructor: 1 }, {})).toBe(false);
  });

  it('makes one list of another, whatever was put in, taken out or changed', () => {
    const item = fc.record({ id: fc.nat(9), n: fc.nat(3) });
    fc.assert(
      fc.property(fc.array(item), fc.array(item), (before, after) => {
        expect(applied({ list: before }, patchBetween({ list: before }, { list: after }))).toEqual({
          list: after,
        });
      }),
      { numRuns: 1000 },
    );
  });

  it('escapes what JSON Pointer needs escaped, and leaves out what is undefined', () => {
    // Worked by RFC 6901, section 3.
    expect(patchBetween({ 'a/b': 1, 'm~n': 2 }, { 'a/b': 3, 'm~n': 2 })).toEqual([
      { op: 'replace', path: '/a~1b', value: 3 },
    ]);
    expect(patchBetween({ 'm~n': 2 }, { 'm~n': undefined })).toEqual([
      { op: 'remove', path: '/m~0n' },
    ]);
    expect(patchBetween({ a: undefined }, {})).toEqual([]);
  });

  it('is small for a small change of a large plan', () => {
    const laid = layOutSteadily(samplePlan());
    const split = splitShot(laid, frames(laid.score!.shots[4]!.start - 6));
    const patch = patchBetween(laid, split);
    expect(applied(laid, patch)).toEqual(asJson(split));
    expect(JSON.stringify(patch).length).toBeLessThan(JSON.stringify(laid).length / 10);
    // And none where the plan is one object in both.
    expect(patchBetween(laid, laid)).toEqual([]);
  });
});

describe('a digest', () => {
  it('is FNV-1a, by the vectors of its authors', () => {
    // Source: Fowler, Noll and Vo, test vectors of FNV-1a, 32 bits (from memory).
    expect(fnv1a('')).toBe(0x811c9dc5);
    expect(fnv1a('a')).toBe(0xe40c292c);
    expect(fnv1a('foobar')).toBe(0xbf9cf968);
  });

  it('does not hang on the order of keys, and tells documents apart', () => {
    expect(digestOf({ a: 1, b: [2, null] })).toBe(digestOf({ b: [2, null], a: 1 }));
    expect(digestOf({ a: 1 })).toBe(digestOf({ a: 1, b: undefined }));
    expect(digestOf({ a: '1' })).not.toBe(digestOf({ a: 1 }));
    expect(digestOf({ a: 'ä' })).not.toBe(digestOf({ a: 'a' }));
  });
});
