import { inCells } from './cells.ts';
import { Growing } from './growing.ts';
import type { Meter } from './meter.ts';

/** Values of fine level in a second. */
export const FINE_RATE = 1000;

/** First difference of the sound: tips the balance to the upper bands, where attacks are sharp. */
const EMPHASIS = 0.9;

/**
 * Power of a sound in each millisecond, so fine that attacks can be placed by it without the sound
 * itself. Cell k spans from k to k + 1 ms; the last may be cut short.
 */
export interface FineLevel {
  /** Mean square of the sound. */
  readonly plain: Float32Array;
  /** Mean square with the upper bands brought forward. */
  readonly bright: Float32Array;
}

/** Measures the fine level of one channel at a sample rate. */
export function fineLevelMeter(sampleRate: number): Meter<FineLevel> {
  const plain = new Growing(new Float32Array(FINE_RATE * 60));
  const bright = new Growing(new Float32Array(FINE_RATE * 60));
  let [last, sum, brightSum] = [0, 0, 0];
  const cells = inCells(
    (cell) => Math.round((cell * sampleRate) / FINE_RATE),
    // Locals, since variables that outlive a call are slow to reach.
    (samples: Float32Array, from, to) => {
      let [before, power, brightPower] = [last, 0, 0];
      for (let n = from; n < to; n++) {
        const x = samples[n]!;
        const difference = x - EMPHASIS * before;
        before = x;
        power += x * x;
        brightPower += difference * difference;
      }
      last = before;
      sum += power;
      brightSum += brightPower;
    },
    (count) => {
      plain.push(sum / count);
      bright.push(brightSum / count);
      [sum, brightSum] = [0, 0];
    },
  );
  return {
    take: cells.take,
    end() {
      cells.rest();
      return { plain: plain.all(), bright: bright.all() };
    },
  };
}
