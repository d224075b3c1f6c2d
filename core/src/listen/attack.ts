import { seconds, type Seconds } from '../time/index.ts';

const STEP = 0.001;
const REACH = 0.05;
const SHORT = 0.004;

/** An attack found near a guessed time. */
export interface Attack {
  readonly at: Seconds;
  /** Rise of level across the attack in decibels. */
  readonly riseDecibels: number;
}

/** Rise from which a change of level counts as an attack. */
export const CLEAR_RISE_DECIBELS = 4;

/**
 * The start of the steepest rise of level within 50 ms of `near`, to a millisecond: the level in windows of 4 ms
 * is compared before and after each instant, and the start is where it first leaves the floor before the rise
 * (a tenth of the way up). Works on the sound itself, so it does not inherit the blur of the transform's window.
 */
export function attackNear(mono: Float32Array, sampleRate: number, near: Seconds): Attack {
  const count = Math.round((2 * REACH) / STEP) + 1;
  const pad = Math.round(0.012 / STEP);
  const level = new Float64Array(count + 2 * pad);
  const half = Math.max(1, Math.round((SHORT * sampleRate) / 2));
  for (let i = 0; i < level.length; i++) {
    const centre = Math.round((near - REACH + (i - pad) * STEP) * sampleRate);
    let sum = 0;
    for (let n = centre - half; n < centre + half; n++) {
      // The first difference tips the balance to the upper bands, where attacks are sharp.
      const x = (mono[n] ?? 0) - 0.9 * (mono[n - 1] ?? 0);
      sum += x * x;
    }
    level[i] = Math.sqrt(sum / (2 * half));
  }
  const peak = level.reduce((a, x) => Math.max(a, x), 0);
  const floorLevel = peak * 0.003 + 1e-7;
  const mean = (from: number, to: number): number => {
    let sum = 0;
    for (let i = from; i < to; i++) sum += level[i]! * level[i]!;
    return Math.sqrt(sum / (to - from)) + floorLevel;
  };
  let best = 0;
  let bestScore = -Infinity;
  let rise = 0;
  for (let i = pad; i < level.length - pad; i++) {
    const after = mean(i, i + pad);
    const before = mean(i - pad, i);
    const decibels = 20 * Math.log10(after / before);
    const away = ((i - pad) * STEP - REACH) / REACH;
    // A rise counts by its size and its share of the loudest, less the farther it is from the guess.
    const score = decibels * Math.sqrt(after / (peak + 1e-9)) - 1.5 * away * away;
    if (score > bestScore) [bestScore, best, rise] = [score, i, decibels];
  }
  const before = mean(best - pad, Math.max(best - pad + 1, best - Math.round(0.003 / STEP)));
  let top = 0;
  for (let i = best; i < best + pad; i++) top = Math.max(top, level[i]!);
  const threshold = before + 0.1 * (top - before);
  let start = Math.min(level.length - 1, best + Math.round(0.006 / STEP));
  while (start > best - pad && level[start - 1]! > threshold) start--;
  // A window sees an attack half its length early.
  return { at: seconds(near - REACH + (start - pad) * STEP + SHORT / 2), riseDecibels: rise };
}
