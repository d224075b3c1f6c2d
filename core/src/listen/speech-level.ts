import { butterworth } from './biquad.ts';
import { Growing } from './growing.ts';
import type { Meter } from './meter.ts';

/** Values of speech level in a second. */
export const SPEECH_RATE = 200;

/** Where speech has its power: above the beat of drums, below the hiss of cymbals. */
const FROM_HZ = 200;
const TO_HZ = 8000;

/** Measures the power of one channel between 200 Hz and 8 kHz in each 5 ms. */
export function speechLevelMeter(sampleRate: number): Meter<Float32Array> {
  const top = Math.min(TO_HZ, 0.45 * sampleRate);
  const [h1, h2, l1, l2] = [
    butterworth('high', FROM_HZ, sampleRate),
    butterworth('high', FROM_HZ, sampleRate),
    butterworth('low', top, sampleRate),
    butterworth('low', top, sampleRate),
  ];
  const powers = new Growing(new Float32Array(SPEECH_RATE * 60));
  let [at, cell, sum, count] = [0, 0, 0, 0];
  let end = Math.round(sampleRate / SPEECH_RATE);
  const close = (): void => {
    powers.push(sum / count);
    end = Math.round(((++cell + 1) * sampleRate) / SPEECH_RATE);
    [sum, count] = [0, 0];
  };
  return {
    take(samples) {
      for (const x of samples) {
        const y = l2(l1(h2(h1(x))));
        sum += y * y;
        count++;
        if (++at === end) close();
      }
    },
    end() {
      if (count > 0) close();
      return powers.all();
    },
  };
}
