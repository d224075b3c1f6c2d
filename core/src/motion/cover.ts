import type { Size } from '../plan/index.ts';
import {
  cornersOf,
  foreshortened,
  placedAt,
  turnOf,
  type Pivot,
  type Placed,
  type Point,
} from './transform.ts';

/**
 * The smallest scale at which a picture that is shifted and turned about its pivot still hides the
 * edges of the frame. Each corner of the frame, brought back into the picture, must lie inside it:
 * R⁻¹(z − a − d)/s between −a and 1 − a. For a shift d about the middle that is 1 + 2|d|, for a
 * turn |cos θ| + max(a, 1/a)·|sin θ|, for a turn by δ in depth about an edge on which the aim lies
 * 1/cos δ. Infinite where no scale does.
 */
export function coverScale(
  { x, y, rotation, depth }: Omit<Placed, 'scale'>,
  { aim, about }: Pivot,
  size: Size,
): number {
  const { c, n } = turnOf(rotation);
  const { width, height } = size;
  const [ax, ay] = [aim.x * width, aim.y * height];
  const { left, top, right, bottom } = foreshortened(depth, about, size);
  let [least, most] = [0, Infinity];
  /**
   * A point of the frame so far from `aim` must lie in the picture, which at scale 1 reaches
   * `there` on that side.
   */
  const bound = (distance: number, there: number) => {
    // What lies a rounding error beyond an edge that cannot move does not count.
    if (distance > 1e-9 * width && there >= 0) least = Math.max(least, distance / there);
    // About a point outside the picture one edge comes nearer as it grows.
    if (there < 0) most = Math.min(most, distance / there);
  };
  for (const corner of cornersOf(size)) {
    const [u, v] = [corner.x - ax - x * width, corner.y - ay - y * height];
    const [bu, bv] = [c * u + n * v, c * v - n * u];
    bound(bu, right - ax);
    bound(-bu, ax - left);
    bound(bv, bottom - ay);
    bound(-bv, ay - top);
  }
  return least <= most + 1e-9 ? least : Infinity;
}

/** Signed area of a polygon, positive clockwise on the screen. */
const areaOf = (points: readonly Point[]): number =>
  points.reduce((sum, p, i) => {
    const q = points[(i + 1) % points.length]!;
    return sum + (p.x * q.y - q.x * p.y) / 2;
  }, 0);

/**
 * What two convex polygons, both clockwise on the screen, have in common (Sutherland and Hodgman
 * 1974).
 */
function common(one: readonly Point[], other: readonly Point[]): readonly Point[] {
  let kept = one;
  for (let i = 0; i < other.length && kept.length > 0; i++) {
    const [a, b] = [other[i]!, other[(i + 1) % other.length]!];
    const inside = (p: Point) => (b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x);
    const next: Point[] = [];
    kept.forEach((p, k) => {
      const q = kept[(k + 1) % kept.length]!;
      const [dp, dq] = [inside(p), inside(q)];
      if (dp >= 0) next.push(p);
      if ((dp > 0 && dq < 0) || (dp < 0 && dq > 0)) {
        const t = dp / (dp - dq);
        next.push({ x: p.x + t * (q.x - p.x), y: p.y + t * (q.y - p.y) });
      }
    });
    kept = next;
  }
  return kept;
}

/** The part of a frame, 0–1, that one or two pictures placed on it leave open. */
export function openPart(
  pictures: readonly { readonly placed: Placed; readonly pivot: Pivot }[],
  size: Size,
): number {
  const frame = cornersOf(size);
  const shapes = pictures.map(({ placed, pivot }) =>
    frame.map((corner) => placedAt(corner, placed, pivot, size)),
  );
  const [one = [], other = []] = shapes.map((shape) => common(shape, frame));
  const both = other.length > 0 ? areaOf(common(one, other)) : 0;
  const covered = areaOf(one) + areaOf(other) - both;
  const open = 1 - covered / (size.width * size.height);
  return open < 1e-9 ? 0 : open;
}
