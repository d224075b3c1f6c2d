import type { Movement } from './movement.ts';

/** Where the picture has gone since the first frame of a stretch, by the camera. */
export interface PathPoint {
  /** Widths of the picture, to the right and down. */
  readonly x: number;
  readonly y: number;
  /** Radians, clockwise. */
  readonly turn: number;
  /** Natural logarithm of its growth. */
  readonly growth: number;
}

type Measure = keyof PathPoint;
const MEASURES = ['x', 'y', 'turn', 'growth'] as const satisfies readonly Measure[];

/** The path of the camera over frames: sums of what it did from each to the next. */
export function cameraPath(
  frames: readonly Pick<Movement, 'dx' | 'dy' | 'turn' | 'zoom'>[],
): PathPoint[] {
  let at: PathPoint = { x: 0, y: 0, turn: 0, growth: 0 };
  return frames.map(({ dx, dy, turn, zoom }, k) => {
    // What the first frame did came before the stretch.
    if (k > 0)
      at = {
        x: at.x + dx,
        y: at.y + dy,
        turn: at.turn + turn,
        growth: at.growth + Math.log1p(Math.max(-0.9, zoom)),
      };
    return at;
  });
}

/** Widths of a smoothing on either side beyond which nothing counts. */
const REACH = 3;

/**
 * A path smoothed by a Gaussian of a standard deviation in frames. Beyond its ends it goes on as
 * its mirror about the end point, so that a straight path stays as it is.
 */
export function smoothedPath(path: readonly PathPoint[], deviation: number): PathPoint[] {
  if (deviation <= 0 || path.length < 2) return [...path];
  const reach = Math.ceil(REACH * deviation);
  const weights = Array.from({ length: 2 * reach + 1 }, (_, i) =>
    Math.exp(-((i - reach) ** 2) / (2 * deviation ** 2)),
  );
  const sum = weights.reduce((all, w) => all + w, 0);
  const last = path.length - 1;
  const valueAt = (k: number, of: Measure): number => {
    if (k < 0) return 2 * path[0]![of] - path[Math.min(last, -k)]![of];
    if (k > last) return 2 * path[last]![of] - path[Math.max(0, 2 * last - k)]![of];
    return path[k]![of];
  };
  return path.map((_, k) => {
    const smooth = { x: 0, y: 0, turn: 0, growth: 0 };
    for (let i = 0; i <= 2 * reach; i++)
      for (const of of MEASURES) smooth[of] += (weights[i]! / sum) * valueAt(k + i - reach, of);
    return smooth;
  });
}
