import { describe, expect, it } from 'vitest';
import { KIT } from '../../sound/index.ts';
import { seeded } from '../../numbers/seeded.ts';
import { fMeasure } from '../../testing/beat-measures.ts';
import { Tape } from '../../testing/synthesis.ts';
import { analyseSound } from '../analyse.ts';

const RATE = 48_000;
/** When something strikes in a sound, in seconds. */
const strikes = (sound: Float32Array): number[] =>
  analyseSound([sound], RATE).strikes.map(({ at }) => at / RATE);

/** Twelve times at random, 0.4 s apart or more, within 12 s. */
function times(seed: number): number[] {
  const random = seeded(seed);
  return Array.from({ length: 12 }, (_, i) => 0.5 + i * 0.95 + 0.5 * random());
}

describe('what strikes in the sound of a clip', () => {
  it.each(['kick', 'snare', 'hat'] as const)(
    'is every %s in a noisy room, within 10 ms, and nothing else',
    (name) => {
      for (const seed of [3, 4, 5]) {
        const tape = new Tape(12.5, RATE, seed);
        tape.noise(0.004);
        const truth = times(seed);
        for (const at of truth) tape[name](at, 0.4);
        expect(fMeasure(truth, strikes(tape.samples), 0.01), `${seed}`).toBe(1);
      }
    },
  );

  it('is no room, no air, no riser, and nothing where a file begins or breaks off', () => {
    for (const { id, family, render } of KIT)
      // One riser climbs in steps, each of which strikes.
      if (['room', 'air', 'riser'].includes(family) && id !== 'riser-steps') {
        const sound = render();
        // Nothing strikes on the way up of a riser.
        const way = family === 'riser' ? sound.subarray(0, sound.length - RATE) : sound;
        expect(strikes(way), id).toEqual([]);
      }
  });

  it('is what is made to strike, of any height', () => {
    for (const { id, family, render } of KIT)
      if (['impact', 'thump', 'click', 'tick'].includes(family)) {
        const sound = new Float32Array(3 * RATE);
        sound.set(render().subarray(0, 2 * RATE), RATE);
        const found = strikes(sound);
        expect(found.length, id).toBeGreaterThan(0);
        expect(Math.abs(found[0]! - 1), id).toBeLessThan(0.02);
      }
  });
});
