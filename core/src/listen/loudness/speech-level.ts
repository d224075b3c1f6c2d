import { butterworth, inSeries } from '../features/biquad.ts';
import { filteredPowerMeter } from '../features/filtered-power.ts';
import type { Meter } from '../features/meter.ts';

/** Values of speech level in a second. */
export const SPEECH_RATE = 200;

/** Where speech has its power: above the beat of drums, below the hiss of cymbals. */
const FROM_HZ = 200;
const TO_HZ = 8000;

/** Measures the power of one channel between 200 Hz and 8 kHz in each 5 ms. */
export function speechLevelMeter(sampleRate: number): Meter<Float64Array> {
  const top = Math.min(TO_HZ, 0.45 * sampleRate);
  const from = butterworth('high', FROM_HZ, sampleRate);
  const to = butterworth('low', top, sampleRate);
  return filteredPowerMeter(
    [inSeries(from, from), inSeries(to, to)],
    (cell) => Math.round((cell * sampleRate) / SPEECH_RATE),
    false,
  );
}
