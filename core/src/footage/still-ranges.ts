import { sourceFrames, type SourceFrames } from '../time/index.ts';
import type { Activity } from './activity.ts';

/** Below what a picture counts as still. */
export interface StillLimits {
  /** Widths a second of the camera's picture. */
  readonly camera: number;
  /** Difference of brightness a second of what moves by itself. */
  readonly subject: number;
  /** Shortest stretch that counts, in seconds. */
  readonly shortest: number;
}

export const USUAL_LIMITS: StillLimits = { camera: 0.008, subject: 0.03, shortest: 0.25 };

/** A stretch of frames [from, to). */
export interface FrameRange {
  readonly from: SourceFrames;
  readonly to: SourceFrames;
}

/** Frames of movement inside a still stretch that are passed over: a flicker, a dropped frame. */
const PASSED_OVER = 1;

/**
 * The stretches of a clip in which nothing moves, [from, to): a frame is still when it is like the one before within the
 * limits, so a stretch starts with the last frame that differed.
 */
export function stillRanges({ camera, subject }: Activity, rate: number, limits = USUAL_LIMITS): FrameRange[] {
  const still = Array.from(camera, (speed, k) => speed <= limits.camera && subject[k]! <= limits.subject);
  const found: { from: number; to: number }[] = [];
  for (let k = 0; k < still.length; k++) {
    if (!still[k]) continue;
    const last = found.at(-1);
    if (last && k - last.to <= PASSED_OVER) last.to = k + 1;
    else found.push({ from: Math.max(0, k - 1), to: k + 1 });
  }
  return found
    .filter(({ from, to }) => to - from >= limits.shortest * rate)
    .map(({ from, to }) => ({ from: sourceFrames(from), to: sourceFrames(to) }));
}
