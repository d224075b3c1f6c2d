/** Frames by which a distance may fall short, since both its ends are rounded. */
const ROUNDED = 1;

/**
 * Of things on frames those that are at least so far from one another, in order: the strongest
 * first, of equal ones the earlier. A distance that rounding to frames took one from counts.
 */
export function strongestApart<T extends { readonly frame: number; readonly strength: number }>(
  things: readonly T[],
  apart: number,
): T[] {
  const kept: T[] = [];
  const ranked = [...things].sort((a, b) => b.strength - a.strength || a.frame - b.frame);
  for (const thing of ranked)
    if (kept.every(({ frame }) => Math.abs(frame - thing.frame) >= apart - ROUNDED))
      kept.push(thing);
  return kept.sort((a, b) => a.frame - b.frame);
}
