import fc from 'fast-check';
import { expect, it } from 'vitest';
import { growingBlob } from './blob-target.ts';

/** Megabyte: large enough that blocks are handed over and opened again. */
const MB = 1_048_576;

it('holds what a writer wrote, also where it went back to the start and across blocks', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(
        fc.record({ at: fc.double({ min: 0, max: 1, noNaN: true }), length: fc.nat(3 * MB) }),
        { minLength: 1, maxLength: 6 },
      ),
      async (writes) => {
        const { write, blob } = growingBlob();
        let model = new Uint8Array(0);
        for (const [i, { at, length }] of writes.entries()) {
          const position = Math.round(at * model.length);
          const data = new Uint8Array(length).fill(i + 1);
          await write({ data, position });
          const whole = new Uint8Array(Math.max(model.length, position + length));
          whole.set(model);
          whole.set(data, position);
          model = whole;
        }
        const made = new Uint8Array(await blob('video/webm').arrayBuffer());
        expect(Buffer.compare(made, model)).toBe(0);
        expect(blob('video/webm').type).toBe('video/webm');
      },
    ),
    { numRuns: 12 },
  );
});
