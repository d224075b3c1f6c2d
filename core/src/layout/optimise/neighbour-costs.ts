import type { Problem } from './problem.ts';

/**
 * What it costs to show a clip after those shown before: nothing the first time, all of its weight
 * right after itself, and ever less the more shots lie between, down to nothing when as many do as
 * there are other clips.
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

/**
 * What it costs that the picture goes one way up to a cut and another way after it, in radians;
 * nothing when one hardly goes.
 */
export const flowCost = ({ weights }: Problem, before: number, after: number): number => {
  const turned = Math.cos(before - after);
  return turned === turned ? (weights.flow * (1 - turned)) / 2 : 0;
};

/** What it costs that a stretch ends with a clip, by what comes after it. */
export const leavingCost = (problem: Problem, material: number): number =>
  problem.shownAfter === null
    ? 0
    : followingCost(problem, material, problem.shownAfter) +
      (material === problem.shownAfter ? againAfter(problem, 0) : 0);

/** Ratio of two lengths from which they count as wholly different. */
const DIFFERENT = Math.log(1.5);

/**
 * What it costs that a shot of one length follows one of another: all of its weight when they are
 * the same.
 */
export const samenessCost = ({ weights }: Problem, before: number, length: number): number =>
  weights.variety * Math.max(0, 1 - Math.abs(Math.log(length / before)) / DIFFERENT);
