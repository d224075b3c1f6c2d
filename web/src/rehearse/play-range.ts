import type { FrameRate } from '@caesura/core/time';

/** What is played: frames of the film one after the other, once or over and over. */
export interface PlayRange {
  /** The frame that is shown first. */
  readonly at: number;
  /** The stretch, up to but not including `to`; a loop goes back to `from`. */
  readonly from: number;
  readonly to: number;
  readonly loop: boolean;
}

/** The frame of the film on the k-th step of an order; null once it is over. */
export function frameOnStep({ at, from, to, loop }: PlayRange, k: number): number | null {
  const frame = at + k;
  if (frame < to) return frame;
  return loop && to > from ? from + ((frame - from) % (to - from)) : null;
}

/** Seconds that differ by less are the same: what adding them up may have left. */
const TINY = 1e-7;

/** How many steps have begun after so many seconds of the film. */
export const stepAt = (elapsed: number, rate: FrameRate): number =>
  Math.floor((Math.max(0, elapsed) + TINY) * (rate.num / rate.den));

/** Seconds of the film before step k. */
export const secondsToStep = (k: number, rate: FrameRate): number => (k * rate.den) / rate.num;
