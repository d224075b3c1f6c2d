import type { EffectMeasure } from '../plan/index.ts';
import { kWeighted } from '../listen/index.ts';
import { samples } from '../time/index.ts';

/**
 * Seconds over which power is measured: the shortest that holds a turn of the lowest sounds of
 * effects.
 */
const WINDOW = 0.005;
/**
 * Of the power at the peak, what still counts as heard, and from which the sound itself has begun.
 */
const HEARD = 1e-4;
const BEGUN = 1e-2;
/** Longest stretch by which loudness is judged: that of momentary loudness. Seconds. */
const MOMENTARY = 0.4;

const decibels = (power: number): number | null => (power > 0 ? 10 * Math.log10(power) : null);

/** Power of all channels together in a window that begins at each sample. */
function windowPowers(
  channels: readonly (Float32Array | Float64Array)[],
  window: number,
): Float64Array {
  const length = channels[0]?.length ?? 0;
  const powers = new Float64Array(length);
  const square = (n: number) => channels.reduce((sum, channel) => sum + (channel[n] ?? 0) ** 2, 0);
  let sum = 0;
  for (let n = 0; n < Math.min(window, length); n++) sum += square(n);
  for (let n = 0; n < length; n++) {
    powers[n] = Math.max(0, sum) / window;
    sum += square(n + window) - square(n);
  }
  return powers;
}

/** The sample of a window at which a channel is highest. */
function highestIn(channels: readonly Float32Array[], first: number, window: number): number {
  let [at, most] = [first, -1];
  for (const channel of channels)
    for (let n = first; n < Math.min(channel.length, first + window); n++)
      if (Math.abs(channel[n]!) > most) [at, most] = [n, Math.abs(channel[n]!)];
  return at;
}

/**
 * Loudness in LUFS of the loudest stretch of so many samples, weighted as ITU-R BS.1770-5 does;
 * null for silence.
 */
function loudest(
  channels: readonly Float32Array[],
  sampleRate: number,
  window: number,
): number | null {
  const weighted = channels.map((channel) => kWeighted(channel, sampleRate));
  const most = windowPowers(weighted, window).reduce((a, b) => Math.max(a, b), 0);
  const level = decibels(most);
  return level === null ? null : level - 0.691;
}

/**
 * Measures a sound effect, all channels: where it can first and last be heard (40 dB under its
 * peak), where it sets in (20 dB under), the highest sample of its loudest 5 ms, and its loudness
 * over the loudest 400 ms, or over its whole length where that is shorter, since silence around a
 * click does not make it softer.
 */
export function measureEffect(
  channels: readonly Float32Array[],
  sampleRate: number,
): EffectMeasure {
  const window = Math.max(1, Math.round(WINDOW * sampleRate));
  const powers = windowPowers(channels, window);
  let top = 0;
  for (const channel of channels) for (const x of channel) top = Math.max(top, Math.abs(x));
  let loud = 0;
  powers.forEach((power, n) => {
    if (power > powers[loud]!) loud = n;
  });
  const most = powers[loud] ?? 0;
  const length = channels[0]?.length ?? 0;
  if (most === 0)
    return {
      from: samples(0),
      to: samples(length),
      onset: samples(0),
      peak: samples(0),
      loudness: null,
      top: null,
    };
  // A window holds a sound from where its last sample reaches it until its first sample has left
  // it.
  const first = powers.findIndex((power) => power > HEARD * most);
  const onset = powers.findIndex((power) => power > BEGUN * most);
  const from = first === 0 ? 0 : first + window - 1;
  const to = Math.min(length, powers.findLastIndex((power) => power > HEARD * most) + 1);
  const peak = highestIn(channels, loud, window);
  const judged = Math.max(window, Math.min(Math.round(MOMENTARY * sampleRate), to - from));
  return {
    from: samples(Math.min(from, peak)),
    to: samples(Math.max(to, Math.min(length, loud + window))),
    onset: samples(onset === 0 ? 0 : Math.min(onset + window - 1, peak)),
    peak: samples(peak),
    loudness: loudest(channels, sampleRate, judged),
    top: 20 * Math.log10(top),
  };
}
