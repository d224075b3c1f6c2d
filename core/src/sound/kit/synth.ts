import { MIX_RATE } from '../mix-rate.ts';

/**
 * Even noise from −1 to 1, the same each time (linear congruence of Numerical Recipes, from
 * memory).
 */
export function noise(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 31 - 1;
  };
}

/**
 * A two-pole state-variable filter whose centre may move; gives the band (Chamberlin 1985). `q`
 * from 0.5 up.
 */
export function bandOf(
  next: () => number,
  centre: (t: number) => number,
  q: number,
): (n: number) => number {
  let [low, band] = [0, 0];
  return (n) => {
    const f = 2 * Math.sin(Math.PI * Math.min(0.16, centre(n / MIX_RATE) / MIX_RATE));
    const high = next() - low - band / q;
    band += f * high;
    low += f * band;
    return band;
  };
}

/** Samples of a length in seconds, the highest of them at −1 dB. */
export function levelled(length: number, sample: (n: number) => number): Float32Array {
  const made = Float32Array.from({ length: Math.round(length * MIX_RATE) }, (_, n) => sample(n));
  const top = made.reduce((most, x) => Math.max(most, Math.abs(x)), 1e-9);
  return made.map((x) => (x / top) * 10 ** (-1 / 20));
}

/**
 * Rises to 1 at `peak` and falls after it, each by a rate of e-folds a second; nothing at its ends.
 */
export const swell = (peak: number, up: number, down: number, length: number) => (t: number) =>
  (t < peak ? Math.exp((t - peak) * up) : Math.exp((peak - t) * down)) *
  Math.min(1, t / 0.01, (length - t) / 0.02);
