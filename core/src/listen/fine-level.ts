import { Growing } from './growing.ts';
import type { Meter } from './meter.ts';

/** Values of fine level in a second. */
export const FINE_RATE = 1000;

/** First difference of the sound: tips the balance to the upper bands, where attacks are sharp. */
const EMPHASIS = 0.9;

/**
 * Power of a sound in each millisecond, so fine that attacks can be placed by it without the sound itself. Cell k spans
 * from k to k + 1 ms; the last may be cut short.
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
  let cell = 0;
  let at = 0;
  let end = Math.round(sampleRate / FINE_RATE);
  let [last, sum, brightSum, count] = [0, 0, 0, 0];
  const close = (): void => {
    plain.push(sum / count);
    bright.push(brightSum / count);
    cell++;
    end = Math.round(((cell + 1) * sampleRate) / FINE_RATE);
    [sum, brightSum, count] = [0, 0, 0];
  };
  /** Adds a part of one cell. Locals, since variables that outlive a call are slow to reach. */
  const add = (samples: Float32Array, from: number, to: number): void => {
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
    count += to - from;
  };
  return {
    take(samples) {
      for (let from = 0; from < samples.length;) {
        const to = Math.min(samples.length, from + end - at);
        add(samples, from, to);
        at += to - from;
        from = to;
        if (at === end) close();
      }
    },
    end() {
      if (count > 0) close();
      return { plain: plain.all(), bright: bright.all() };
    },
  };
}
