import { sourceFrames, type SourceFrames } from '../time/index.ts';
import type { Movement } from './movement.ts';

/**
 * Likeness under which a frame is of another shot, and difference of brightness that it must have
 * at least.
 */
const LEAST_ALIKE = 0.5;
const LEAST_DIFFERENCE = 0.05;
/** Times the usual difference of the frames about it that a change stands out by. */
const STANDS_OUT = 3;
const ABOUT = 8;

/**
 * The first frames of new shots inside a clip: unlike the frame before however it is moved, and far
 * more different from it than frames about it are from theirs. A fast pan or a flash is followed by
 * frames that are as different.
 */
export function shotChanges(frames: readonly Movement[]): SourceFrames[] {
  return frames.flatMap((frame, k) => {
    if (k === 0 || frame.alike >= LEAST_ALIKE || frame.difference < LEAST_DIFFERENCE) return [];
    const about = frames
      .slice(Math.max(1, k - ABOUT), k + ABOUT + 1)
      .filter((f) => f !== frame)
      .map((f) => f.difference)
      .sort((a, b) => a - b);
    const usual = about[Math.floor(about.length * 0.75)] ?? 0;
    return frame.difference >= STANDS_OUT * usual ? [sourceFrames(k)] : [];
  });
}
