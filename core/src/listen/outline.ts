/** Steps of the drawn outline in a second of sound. */
export const OUTLINE_RATE = 100;

/**
 * The outline of a sound for drawing: for each hundredth of a second its peak, and the peak of its low band,
 * each 0–255. Laid out as [peak, low, peak, low, …].
 */
export type Outline = Uint8Array;

const LOW_BELOW_HZ = 150;

/** Computes the outline of a mono sound; the low band is two one-pole low-passes at 150 Hz in a row. */
export function outlineOf(mono: Float32Array, sampleRate: number): Outline {
  const hop = sampleRate / OUTLINE_RATE;
  const count = Math.ceil(mono.length / hop);
  const outline = new Uint8Array(2 * count);
  const smoothing = 1 - Math.exp((-2 * Math.PI * LOW_BELOW_HZ) / sampleRate);
  let first = 0;
  let second = 0;
  for (let k = 0; k < count; k++) {
    let peak = 0;
    let low = 0;
    for (let n = Math.floor(k * hop); n < Math.min(mono.length, Math.floor((k + 1) * hop)); n++) {
      const x = mono[n]!;
      first += smoothing * (x - first);
      second += smoothing * (first - second);
      peak = Math.max(peak, Math.abs(x));
      low = Math.max(low, Math.abs(second));
    }
    outline[2 * k] = Math.round(255 * Math.min(1, peak));
    outline[2 * k + 1] = Math.round(255 * Math.min(1, low));
  }
  return outline;
}
