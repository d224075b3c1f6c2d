import { median } from '../../numbers/index.ts';
import { seconds, type Seconds } from '../../time/index.ts';
import type { FineLevel } from '../features/fine-level.ts';
import { STRENGTH_RATE } from '../features/onset-strength.ts';
import { attackNear, CLEAR_RISE_DECIBELS } from './attack.ts';

/** How far an attack may lie from where its neighbours' would put it, in seconds. */
const DEVIATION = 0.014;

/**
 * Moves each beat, given as a strength frame, onto its attack. A beat without a clear attack, or
 * whose attack disagrees with its neighbours, is placed by the deviation of those that have one, so
 * that it keeps the pulse.
 */
export function placed(beatFrames: readonly number[], fine: FineLevel): Seconds[] {
  const found = beatFrames.map((frame) => {
    const guess = seconds(frame / STRENGTH_RATE);
    const attack = attackNear(fine, guess);
    return { guess, shift: attack.at - guess, clear: attack.riseDecibels >= CLEAR_RISE_DECIBELS };
  });
  return found.map(({ guess, shift, clear }, i) => {
    const near = found.slice(Math.max(0, i - 8), i + 9).filter((f) => f.clear);
    if (near.length === 0) return guess;
    const usual = median(near.map((f) => f.shift));
    return seconds(guess + (clear && Math.abs(shift - usual) < DEVIATION ? shift : usual));
  });
}
