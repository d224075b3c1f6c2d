import { seconds, type Seconds } from '../../time/index.ts';
import { FINE_RATE, type FineLevel } from '../features/fine-level.ts';

const STEP = 1 / FINE_RATE;
const REACH = 0.05;
/**
 * Milliseconds of the windows whose level is compared, and of the stretches before and after an
 * instant.
 */
const SHORT = 4;
const PAD = 12;
const SPAN = Math.round((2 * REACH) / STEP) + 1 + 2 * PAD;

/** An attack found near a guessed time. */
export interface Attack {
  readonly at: Seconds;
  /** Rise of level across the attack in decibels. */
  readonly riseDecibels: number;
}

/** Rise from which a change of level counts as an attack. */
export const CLEAR_RISE_DECIBELS = 4;

const level = new Float64Array(SPAN);
const sums = new Float64Array(SPAN + 1);

/**
 * The start of the steepest rise of level within 50 ms of `near`, to a millisecond: the level in
 * windows of 4 ms is compared before and after each instant, and the start is where it first leaves
 * the floor before the rise (a tenth of the way up). Works on the level of the sound itself, so it
 * does not inherit the blur of the transform's window.
 */
export function attackNear({ bright }: FineLevel, near: Seconds): Attack {
  const first = Math.round((near - REACH) * FINE_RATE) - PAD;
  let peak = 0;
  for (let i = 0; i < SPAN; i++) {
    const cell = first + i - SHORT / 2;
    const power =
      (bright[cell] ?? 0) +
      (bright[cell + 1] ?? 0) +
      (bright[cell + 2] ?? 0) +
      (bright[cell + 3] ?? 0);
    const square = power / SHORT;
    level[i] = Math.sqrt(square);
    sums[i + 1] = sums[i]! + square;
    if (level[i]! > peak) peak = level[i]!;
  }
  const floorLevel = peak * 0.003 + 1e-7;
  const mean = (from: number, to: number): number =>
    Math.sqrt((sums[to]! - sums[from]!) / (to - from)) + floorLevel;
  let best = PAD;
  let bestScore = -Infinity;
  let rise = 0;
  for (let i = PAD; i < SPAN - PAD; i++) {
    const after = mean(i, i + PAD);
    const decibels = 20 * Math.log10(after / mean(i - PAD, i));
    const away = ((i - PAD) * STEP - REACH) / REACH;
    // A rise counts by its size and its share of the loudest, less the farther it is from the
    // guess.
    const score = decibels * Math.sqrt(after / (peak + 1e-9)) - 1.5 * away * away;
    if (score > bestScore) [bestScore, best, rise] = [score, i, decibels];
  }
  const before = mean(best - PAD, best - 3);
  let top = 0;
  for (let i = best; i < best + PAD; i++) top = Math.max(top, level[i]!);
  const threshold = before + 0.1 * (top - before);
  let start = Math.min(SPAN - 1, best + 6);
  while (start > best - PAD && level[start - 1]! > threshold) start--;
  // A window sees an attack half its length early.
  return { at: seconds((first + start + SHORT / 2) / FINE_RATE), riseDecibels: rise };
}
