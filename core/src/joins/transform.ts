import type { Size } from '../plan/index.ts';

/** How a picture lies on the frame. */
export interface Placed {
  /** 1 fills the frame. */
  readonly scale: number;
  /** In widths and heights of the frame, to the right and down. */
  readonly x: number;
  readonly y: number;
  /** Degrees clockwise. */
  readonly rotation: number;
}

/**
 * A point, in pixels of the film from the top left or in parts of width and height; said where it
 * is used.
 */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** Cosine and sine of an angle in degrees; exact in quarter turns. */
export function turnOf(degrees: number): { readonly c: number; readonly n: number } {
  const quarter = (((degrees / 90) % 4) + 4) % 4;
  if (Number.isInteger(quarter)) return { c: [1, 0, -1, 0][quarter]!, n: [0, 1, 0, -1][quarter]! };
  const angle = (degrees * Math.PI) / 180;
  return { c: Math.cos(angle), n: Math.sin(angle) };
}

/**
 * Where a point of a picture that fills the frame comes to lie, in pixels: a + d + s·R(p − a),
 * about the point `aim` (in parts) of the frame.
 */
export function placedAt(
  point: Point,
  { scale, x, y, rotation }: Placed,
  aim: Point,
  { width, height }: Size,
): Point {
  const { c, n } = turnOf(rotation);
  const [ax, ay] = [aim.x * width, aim.y * height];
  const [u, v] = [point.x - ax, point.y - ay];
  return {
    x: ax + x * width + scale * (c * u - n * v),
    y: ay + y * height + scale * (n * u + c * v),
  };
}

/** The corners of a frame in pixels, clockwise from the top left. */
export const cornersOf = ({ width, height }: Size): Point[] => [
  { x: 0, y: 0 },
  { x: width, y: 0 },
  { x: width, y: height },
  { x: 0, y: height },
];
