import { describe, expect, it } from 'vitest';
import { seconds } from '../../time/index.ts';
import { fineLevelMeter, type FineLevel } from '../features/fine-level.ts';
import { metered } from '../features/meter.ts';
import { attackNear, CLEAR_RISE_DECIBELS } from './attack.ts';
import { seeded } from '../../numbers/seeded.ts';
import { Tape } from '../../testing/synthesis.ts';

const fineOf = (tape: Tape): FineLevel => metered(fineLevelMeter(tape.sampleRate), tape.samples);

describe('attacks', () => {
  it.each([44100, 48000])(
    'start where a burst starts, to 2 ms, from up to 30 ms away, at %i Hz',
    (sampleRate) => {
      const random = seeded(21);
      for (const off of [-0.03, -0.011, 0, 0.012, 0.03]) {
        const tape = new Tape(2, sampleRate, 8);
        tape.noise(0.002);
        tape.add(0.8137, 0.2, (t) => 0.5 * Math.exp(-t * 20) * (2 * random() - 1));
        const attack = attackNear(fineOf(tape), seconds(0.8137 + off));
        expect(Math.abs(attack.at - 0.8137)).toBeLessThanOrEqual(0.002);
        expect(attack.riseDecibels).toBeGreaterThan(CLEAR_RISE_DECIBELS);
      }
    },
  );

  it('are not clear in a sound that goes on', () => {
    const tape = new Tape(2, 44100, 8);
    tape.add(0, 2, (t) => 0.4 * Math.sin(2 * Math.PI * 330 * t));
    expect(attackNear(fineOf(tape), seconds(1)).riseDecibels).toBeLessThan(CLEAR_RISE_DECIBELS);
  });

  it('can be looked for at the very ends of a sound', () => {
    const tape = new Tape(1, 44100, 8);
    tape.snare(0.01);
    for (const near of [0, 1])
      expect(attackNear(fineOf(tape), seconds(near)).at).toBeGreaterThanOrEqual(-0.05);
  });
});
