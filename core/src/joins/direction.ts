import type { Way } from '../plan/index.ts';

/** Movement of a picture on a frame, in widths of the picture. */
export interface Shifted {
  readonly dx: number;
  readonly dy: number;
}

/** Widths a frame, summed over both sides, under which a camera suggests no way. */
const LEAST = 0.002;

/**
 * The way that the pictures go about a cut, from how the camera moves them on the frames before it
 * and after it: where both go one way, that; else the way of the one that goes farther. Null when
 * neither goes.
 */
export function wayOf(out: readonly Shifted[], into: readonly Shifted[]): Way | null {
  const mean = (frames: readonly Shifted[]) => ({
    dx: frames.reduce((sum, f) => sum + f.dx, 0) / Math.max(1, frames.length),
    dy: frames.reduce((sum, f) => sum + f.dy, 0) / Math.max(1, frames.length),
  });
  const [a, b] = [mean(out), mean(into)];
  const along = a.dx * b.dx + a.dy * b.dy > 0;
  const farther = Math.hypot(a.dx, a.dy) >= Math.hypot(b.dx, b.dy) ? a : b;
  const { dx, dy } = along ? { dx: a.dx + b.dx, dy: a.dy + b.dy } : farther;
  if (Math.hypot(dx, dy) < LEAST) return null;
  return Math.abs(dx) >= Math.abs(dy) ? (dx < 0 ? 'left' : 'right') : dy < 0 ? 'up' : 'down';
}
