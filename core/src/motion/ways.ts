import type { Size } from '../plan/index.ts';
import { turnOf, type Point } from './transform.ts';

/**
 * The shift along a direction on the screen, in degrees clockwise from the right, by a part of what
 * puts a picture just beyond the frame, in widths and heights of the frame. It is as far as the
 * nearer edge lies that way: min(w/|cos|, h/|sin|).
 */
export function shiftAlong(way: number, part: number, { width, height }: Size): Point {
  const { c, n } = turnOf(way);
  const [across, down] = [Math.abs(c) * height, Math.abs(n) * width];
  const most = Math.max(across, down);
  // In widths and heights: L·c/w and L·n/h with L = w·h/max(h·|c|, w·|n|).
  return { x: (part * c * height) / most, y: (part * n * width) / most };
}

/** A direction on the screen as a vector of length 1 in pixels. */
export function directionOf(way: number): Point {
  const { c, n } = turnOf(way);
  return { x: c, y: n };
}
