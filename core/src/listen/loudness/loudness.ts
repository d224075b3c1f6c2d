import { channelWeights } from './channel-weights.ts';
import { inSeries, type Biquad } from '../features/biquad.ts';
import { filteredPowerMeter } from '../features/filtered-power.ts';
import type { Meter } from '../features/meter.ts';

/**
 * Loudness of a whole sound in LUFS after Recommendation ITU-R BS.1770-5; −Infinity for silence.
 */
export interface Loudness {
  /** Over the whole, gated. */
  readonly integrated: number;
  /** Loudest of 400 ms. */
  readonly momentaryMaximum: number;
  /** Loudest of 3 s. */
  readonly shortTermMaximum: number;
  /** Of the 400 ms that start at each tenth of a second. */
  readonly momentary: readonly number[];
  /** Of the 3 s that start at each tenth of a second. */
  readonly shortTerm: readonly number[];
}

/** Seconds from one value of loudness to the next: a quarter of 400 ms. */
export const LOUDNESS_STEP = 0.1;
const MOMENTARY_HOPS = 4;
const SHORT_TERM_HOPS = 30;
const ABSOLUTE_GATE = -70;
const RELATIVE_GATE = -10;

/**
 * The K-weighting at a sample rate: a high shelf and a high-pass. BS.1770 gives coefficients at 48
 * kHz only; these are the analogue filters behind them by the bilinear transform (centre, gain and
 * quality as found by Mansbridge, Finn and Reiss, “Implementation and evaluation of autonomous
 * multi-track fader control”, 2012), and equal the table at 48 kHz.
 */
export function kWeighting(sampleRate: number): readonly [shelf: Biquad, highPass: Biquad] {
  const shelf = (() => {
    const [hertz, decibels, quality] = [1681.974450955533, 3.999843853973347, 0.7071752369554196];
    const k = Math.tan((Math.PI * hertz) / sampleRate);
    const high = 10 ** (decibels / 20);
    const band = high ** 0.4996667741545416;
    const a0 = 1 + k / quality + k * k;
    return {
      b: [
        (high + (band * k) / quality + k * k) / a0,
        (2 * (k * k - high)) / a0,
        (high - (band * k) / quality + k * k) / a0,
      ],
      a: [(2 * (k * k - 1)) / a0, (1 - k / quality + k * k) / a0],
    } as const;
  })();
  const [hertz, quality] = [38.13547087602444, 0.5003270373238773];
  const k = Math.tan((Math.PI * hertz) / sampleRate);
  const a0 = 1 + k / quality + k * k;
  return [shelf, { b: [1, -2, 1], a: [(2 * (k * k - 1)) / a0, (1 - k / quality + k * k) / a0] }];
}

/** One channel as the K-weighting leaves it. */
export function kWeighted(channel: Float32Array, sampleRate: number): Float64Array {
  const weighted = Float64Array.from(channel);
  inSeries(...kWeighting(sampleRate))(weighted);
  return weighted;
}

/**
 * Measures the mean square of one K-weighted channel in each hop of 100 ms; what is left at the end
 * is not counted.
 */
export function weightedPowerMeter(sampleRate: number): Meter<Float64Array> {
  const hop = Math.round(LOUDNESS_STEP * sampleRate);
  return filteredPowerMeter([inSeries(...kWeighting(sampleRate))], (cell) => cell * hop, true);
}

const toLufs = (power: number): number => -0.691 + 10 * Math.log10(power);

/** Mean power of each stretch of `hops` hops, every hop. */
function stretches(powers: Float64Array, hops: number): number[] {
  const means: number[] = [];
  let sum = 0;
  for (let i = 0; i < powers.length; i++) {
    sum += powers[i]! - (i >= hops ? powers[i - hops]! : 0);
    if (i >= hops - 1) means.push(Math.max(0, sum) / hops);
  }
  return means;
}

const mean = (values: readonly number[]): number =>
  values.reduce((a, x) => a + x, 0) / values.length;
const loudest = (powers: readonly number[]): number =>
  powers.reduce((a, p) => Math.max(a, toLufs(p)), -Infinity);

/**
 * Loudness of a sound from the powers of its channels, each weighted by where it stands. Blocks of
 * 400 ms under −70 LUFS, and then those more than 10 LU under the mean of the rest, do not count
 * for the integrated loudness.
 */
export function loudnessOf(channels: readonly Float64Array[]): Loudness {
  const weights = channelWeights(channels.length);
  const powers = Float64Array.from({ length: channels[0]?.length ?? 0 }, (_, i) =>
    channels.reduce((sum, channel, c) => sum + weights[c]! * channel[i]!, 0),
  );
  const blocks = stretches(powers, MOMENTARY_HOPS);
  const heard = blocks.filter((p) => toLufs(p) > ABSOLUTE_GATE);
  const gate = heard.length > 0 ? toLufs(mean(heard)) + RELATIVE_GATE : Infinity;
  const counted = heard.filter((p) => toLufs(p) > gate);
  const shortTerm = stretches(powers, SHORT_TERM_HOPS);
  return {
    integrated: counted.length > 0 ? toLufs(mean(counted)) : -Infinity,
    momentaryMaximum: loudest(blocks),
    shortTermMaximum: loudest(shortTerm),
    momentary: blocks.map(toLufs),
    shortTerm: shortTerm.map(toLufs),
  };
}
