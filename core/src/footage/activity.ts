import type { Movement } from './movement.ts';

/** How much a picture moves at each frame. */
export interface Activity {
  /**
   * Speed of the camera's picture in widths a second: shift, and zoom and turn by what they do
   * half-way to the edge.
   */
  readonly camera: Float64Array;
  /** What moves by itself: difference of brightness beyond the clip's own noise, per second. */
  readonly subject: Float64Array;
}

/**
 * Part of a width that the middle of a half lies from the middle: where zoom and turn are felt on
 * the whole.
 */
const HALF_WAY = 0.25;
/**
 * Part of the frames that is taken to be free of movement, so that what is left there is noise; and
 * the most it can be.
 */
const QUIET_PART = 0.1;
const MOST_NOISE = 0.0003;

/** The activity of a clip of a rate in frames a second. The first frame has what the second has. */
export function activityOf(frames: readonly Movement[], rate: number): Activity {
  const later = frames.slice(1).map((f) => f.residual);
  const quiet = later.toSorted((a, b) => a - b)[Math.floor(later.length * QUIET_PART)] ?? 0;
  const noise = Math.min(MOST_NOISE, quiet);
  const camera = Float64Array.from(
    frames,
    ({ dx, dy, zoom, turn }) =>
      rate * (Math.hypot(dx, dy) + HALF_WAY * (Math.abs(zoom) + Math.abs(turn))),
  );
  const subject = Float64Array.from(frames, ({ residual }) => rate * Math.max(0, residual - noise));
  if (frames.length > 1) [camera[0], subject[0]] = [camera[1]!, subject[1]!];
  return { camera, subject };
}
