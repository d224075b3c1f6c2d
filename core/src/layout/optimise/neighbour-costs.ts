import type { Problem } from './problem.ts';

/**
 * What it costs to show a clip after those shown before: nothing the first time, all of its weight right after itself, and
 * ever less the more shots lie between, down to nothing when as many do as there are other clips.
 */
export function repeatCost(problem: Problem, before: readonly number[], material: number): number {
  const last = before.lastIndexOf(material);
  if (last < 0) return 0;
  return againAfter(problem, before.length - 1 - last);
}

/** What it costs to show a clip again with so many shots between. */
export const againAfter = ({ materials, weights }: Problem, between: number): number =>
  weights.repeat * Math.max(0, 1 - between / Math.max(1, materials.length - 1));

/** What it costs that one clip follows another. */
export const followingCost = ({ likeness, weights }: Problem, one: number, next: number): number =>
  weights.likeness * (1 - likeness(one, next));
