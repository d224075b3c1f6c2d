import type { Size } from '../plan/index.ts';
import {
  cornersOf,
  foreshortened,
  turnOf,
  type Box,
  type Pivot,
  type Placed,
  type Point,
} from './transform.ts';

/** An affine map of the plane in the order of W3C Geometry Interfaces: x′ = a·x + c·y + e. */
export interface Matrix {
  readonly a: number;
  readonly b: number;
  readonly c: number;
  readonly d: number;
  readonly e: number;
  readonly f: number;
}

/** The map that does one map after another. */
export const after = (second: Matrix, first: Matrix): Matrix => ({
  a: second.a * first.a + second.c * first.b,
  b: second.b * first.a + second.d * first.b,
  c: second.a * first.c + second.c * first.d,
  d: second.b * first.c + second.d * first.d,
  e: second.a * first.e + second.c * first.f + second.e,
  f: second.b * first.e + second.d * first.f + second.f,
});

/** Where a map puts a point. */
export const mapped = ({ a, b, c, d, e, f }: Matrix, { x, y }: Point): Point => ({
  x: a * x + c * y + e,
  y: b * x + d * y + f,
});

/**
 * The map from a picture that fills a frame to where its values place it, in pixels; see
 * `placedAt`.
 */
export function matrixOf(placed: Placed, { aim, about }: Pivot, size: Size): Matrix {
  const { width, height } = size;
  const { c, n } = turnOf(placed.rotation);
  const { scale } = placed;
  const [ax, ay] = [aim.x * width, aim.y * height];
  const box = foreshortened(placed.depth, about, size);
  const turned: Matrix = {
    a: scale * c,
    b: scale * n,
    c: -scale * n,
    d: scale * c,
    e: ax + placed.x * width - scale * (c * ax - n * ay),
    f: ay + placed.y * height - scale * (n * ax + c * ay),
  };
  const short: Matrix = {
    a: (box.right - box.left) / width,
    b: 0,
    c: 0,
    d: (box.bottom - box.top) / height,
    e: box.left,
    f: box.top,
  };
  return after(turned, short);
}

/** A map that scales about a point in pixels. */
export const scaledAbout = (scale: number, { x, y }: Point): Matrix => ({
  a: scale,
  b: 0,
  c: 0,
  d: scale,
  e: x * (1 - scale),
  f: y * (1 - scale),
});

/** The map that takes another back; null where it flattens the plane. */
export function inverseOf({ a, b, c, d, e, f }: Matrix): Matrix | null {
  const area = a * d - b * c;
  if (Math.abs(area) < 1e-9) return null;
  return {
    a: d / area,
    b: -b / area,
    c: -c / area,
    d: a / area,
    e: (c * f - d * e) / area,
    f: (b * e - a * f) / area,
  };
}

/** What of the plane of a picture lies under the frame, in its pixels; null where it is flat. */
export function underFrame(matrix: Matrix, size: Size): Box | null {
  const back = inverseOf(matrix);
  if (!back) return null;
  const corners = cornersOf(size).map((corner) => mapped(back, corner));
  const [xs, ys] = [corners.map(({ x }) => x), corners.map(({ y }) => y)];
  return {
    left: Math.min(...xs),
    top: Math.min(...ys),
    right: Math.max(...xs),
    bottom: Math.max(...ys),
  };
}

/**
 * The tiles that are needed to fill what lies under a frame with a picture that is mirrored at each
 * edge without end: the first and the last across and down, 0 the picture itself.
 */
export function tilesUnder({ left, top, right, bottom }: Box, { width, height }: Size): Box {
  const first = (at: number, each: number) => Math.floor(at / each + 1e-9);
  const last = (at: number, each: number) => Math.ceil(at / each - 1e-9) - 1;
  return {
    left: Math.min(0, first(left, width)),
    top: Math.min(0, first(top, height)),
    right: Math.max(0, last(right, width)),
    bottom: Math.max(0, last(bottom, height)),
  };
}
