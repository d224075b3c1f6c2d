/** Movement of a picture on a frame: a shift in widths of the picture, and how much it grows. */
export interface Shifted {
  readonly dx: number;
  readonly dy: number;
  /** Change of the scale on a frame; 0 where it stays. */
  readonly zoom: number;
}

/** Widths a frame, summed over both sides, under which a camera suggests no way. */
const LEAST = 0.002;
/** Change of scale a frame likewise. */
const LEAST_ZOOM = 0.002;

const meanOf = (frames: readonly Shifted[]): Shifted => {
  const n = Math.max(1, frames.length);
  return {
    dx: frames.reduce((sum, f) => sum + f.dx, 0) / n,
    dy: frames.reduce((sum, f) => sum + f.dy, 0) / n,
    zoom: frames.reduce((sum, f) => sum + f.zoom, 0) / n,
  };
};

/**
 * The way that the pictures go about a cut, in whole degrees clockwise from the right, from how the
 * camera moves them on the frames before it and after it: where both go one way, that; else the way
 * of the one that goes farther. Null when neither goes.
 */
export function wayOf(out: readonly Shifted[], into: readonly Shifted[]): number | null {
  const [a, b] = [meanOf(out), meanOf(into)];
  const along = a.dx * b.dx + a.dy * b.dy > 0;
  const farther = Math.hypot(a.dx, a.dy) >= Math.hypot(b.dx, b.dy) ? a : b;
  const { dx, dy } = along ? { dx: a.dx + b.dx, dy: a.dy + b.dy } : farther;
  if (Math.hypot(dx, dy) < LEAST) return null;
  return (Math.round((Math.atan2(dy, dx) * 180) / Math.PI) + 360) % 360;
}

/** The nearest of the four ways along the edges of the frame. */
export const straightWay = (way: number): number =>
  (((Math.round(way / 90) * 90) % 360) + 360) % 360;

/**
 * Whether the camera goes in or out about a cut, by the same rule; null when it does neither, or
 * goes along more than it goes in.
 */
export function zoomOf(out: readonly Shifted[], into: readonly Shifted[]): 'in' | 'out' | null {
  const [a, b] = [meanOf(out), meanOf(into)];
  const farther = Math.abs(a.zoom) >= Math.abs(b.zoom) ? a : b;
  const zoom = a.zoom * b.zoom > 0 ? a.zoom + b.zoom : farther.zoom;
  const shift = Math.max(Math.hypot(a.dx, a.dy), Math.hypot(b.dx, b.dy));
  // At the edge of the picture a change of scale shifts by half of it.
  if (Math.abs(zoom) < LEAST_ZOOM || Math.abs(zoom) / 2 < shift) return null;
  return zoom > 0 ? 'in' : 'out';
}
