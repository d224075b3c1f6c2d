import type { RefObject } from 'react';
import { useHeight } from '../app/use-height.ts';

/** Pixels above and below the lines. */
const ABOUT = 14;

/**
 * The height in pixels of each of so many lines that fill a box together: between a least one,
 * below which they scroll, and a most.
 */
export function useLineHeight(
  box: RefObject<HTMLElement | null>,
  lines: number,
  [lowest, highest]: readonly [number, number],
): number {
  const room = useHeight(box) - ABOUT;
  return Math.min(highest, Math.max(lowest, Math.floor(room / lines)));
}
