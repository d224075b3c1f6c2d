import fc from 'fast-check';
import { expect, it } from 'vitest';
import { frameRate } from '@caesura/core/time';
import { stretchesOf } from './make-animatic.ts';

it('cuts a film into stretches that hold every frame once, none longer than eight seconds', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 30_000 }),
      fc.constantFrom(24, 25, 120),
      (length, fps) => {
        const all = stretchesOf(length, frameRate(fps));
        const frames = all.flatMap(({ from, to }) =>
          Array.from({ length: to - from }, (_, i) => from + i),
        );
        expect(frames).toEqual(Array.from({ length }, (_, i) => i));
        for (const { from, to } of all) expect(to - from).toBeLessThanOrEqual(8 * fps);
      },
    ),
    { numRuns: 20 },
  );
});
