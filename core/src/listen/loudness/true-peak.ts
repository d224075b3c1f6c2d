import { windowedSinc } from '../../numbers/windowed-sinc.ts';

/** Times as many samples as there are, as ITU-R BS.1770-5 Annex 2 asks of 48 kHz. */
const TIMES = 4;
/** Samples on either side of an instant that it is made of. */
const REACH = 16;
/** Shape of the window: stop-band some 70 dB down (Kaiser 1974). */
const BETA = 7;

/** Weights of the samples around an instant that is a part of a sample after one of them. */
const weightsAt = (part: number): Float64Array =>
  Float64Array.from({ length: 2 * REACH }, (_, i) =>
    windowedSinc(i - REACH + 1 - part, REACH, BETA),
  );

const PHASES = Array.from({ length: TIMES - 1 }, (_, i) => weightsAt((i + 1) / TIMES));
/** What interpolation makes of samples is at most so many times the highest of them. */
const MOST = Math.max(...PHASES.map((weights) => weights.reduce((sum, w) => sum + Math.abs(w), 0)));
/** Samples that are looked at together, to pass by those that cannot be the highest. */
const CELL = 64;

const highestOf = (channel: Float32Array, from: number, to: number): number => {
  let most = 0;
  for (let n = Math.max(0, from); n < Math.min(channel.length, to); n++)
    most = Math.max(most, Math.abs(channel[n]!));
  return most;
};

/** The highest that weights make of as many samples in a row. */
function highestBetween(samples: Float32Array, weights: Float64Array): number {
  let most = 0;
  for (let n = 0; n + weights.length <= samples.length; n++) {
    let sum = 0;
    for (let i = 0; i < 2 * REACH; i++) sum += weights[i]! * samples[n + i]!;
    if (sum > most) most = sum;
    else if (-sum > most) most = -sum;
  }
  return most;
}

/**
 * The true peak of a channel from one sample up to another, 1 for full scale: the highest of four
 * times as many samples, interpolated by a windowed sinc, after ITU-R BS.1770-5 Annex 2. Nothing is
 * taken to sound outside the channel. `known`: what is of interest only if it is higher.
 */
export function truePeakIn(channel: Float32Array, from: number, to: number, known = 0): number {
  let peak = known;
  for (let cell = from; cell < to; cell += CELL) {
    const end = Math.min(to, cell + CELL);
    peak = Math.max(peak, highestOf(channel, cell, end));
    if (highestOf(channel, cell - REACH, end + REACH) * MOST <= peak) continue;
    const [first, last] = [cell - REACH + 1, end + REACH];
    const around =
      first >= 0 && last <= channel.length
        ? channel.subarray(first, last)
        : Float32Array.from({ length: last - first }, (_, i) => channel[first + i] ?? 0);
    for (const weights of PHASES) peak = Math.max(peak, highestBetween(around, weights));
  }
  return peak;
}

/** Samples beyond an instant that its true peak is made of. */
export const TRUE_PEAK_REACH = REACH;
