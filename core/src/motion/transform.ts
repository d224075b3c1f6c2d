import type { Hinge, Size } from '../plan/index.ts';

/** How a picture lies on the frame. */
export interface Placed {
  /** 1 fills the frame. */
  readonly scale: number;
  /** In widths and heights of the frame, to the right and down. */
  readonly x: number;
  readonly y: number;
  /** Degrees clockwise. */
  readonly rotation: number;
  /** Degrees away from the eye about an edge. */
  readonly depth: number;
}

/**
 * A point, in pixels of the film from the top left or in parts of width and height; said where it
 * is used.
 */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** What a picture is scaled and turned about: a point in parts of the frame, and an edge. */
export interface Pivot {
  readonly aim: Point;
  readonly about: Hinge;
}

/** Cosine and sine of an angle in degrees; exact in quarter turns. */
export function turnOf(degrees: number): { readonly c: number; readonly n: number } {
  const quarter = (((degrees / 90) % 4) + 4) % 4;
  if (Number.isInteger(quarter)) return { c: [1, 0, -1, 0][quarter]!, n: [0, 1, 0, -1][quarter]! };
  const angle = (degrees * Math.PI) / 180;
  return { c: Math.cos(angle), n: Math.sin(angle) };
}

/** A rectangle in pixels. */
export interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/**
 * Where a picture that fills the frame lies when it is turned by δ in depth about an edge, seen
 * from far away: foreshortened to cos δ of its width or height, towards that edge.
 */
export function foreshortened(depth: number, about: Hinge, { width, height }: Size): Box {
  const whole = { left: 0, top: 0, right: width, bottom: height };
  if (depth === 0 || about === 'aim') return whole;
  const part = Math.max(0, turnOf(depth).c);
  switch (about) {
    case 'left':
      return { ...whole, right: width * part };
    case 'right':
      return { ...whole, left: width * (1 - part) };
    case 'top':
      return { ...whole, bottom: height * part };
    case 'bottom':
      return { ...whole, top: height * (1 - part) };
  }
}

/**
 * Where a point of a picture that fills the frame comes to lie, in pixels: foreshortened by its
 * depth, and then a + d + s·R(p − a) about the aim.
 */
export function placedAt(point: Point, placed: Placed, { aim, about }: Pivot, size: Size): Point {
  const { width, height } = size;
  const { c, n } = turnOf(placed.rotation);
  const [ax, ay] = [aim.x * width, aim.y * height];
  const box = foreshortened(placed.depth, about, size);
  const [u, v] = [
    box.left + (point.x * (box.right - box.left)) / width - ax,
    box.top + (point.y * (box.bottom - box.top)) / height - ay,
  ];
  return {
    x: ax + placed.x * width + placed.scale * (c * u - n * v),
    y: ay + placed.y * height + placed.scale * (n * u + c * v),
  };
}

/** The corners of a frame in pixels, clockwise from the top left. */
export const cornersOf = ({ width, height }: Size): Point[] => [
  { x: 0, y: 0 },
  { x: width, y: 0 },
  { x: width, y: height },
  { x: 0, y: height },
];
