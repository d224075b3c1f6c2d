import type { Problem } from './problem.ts';
import type { ShotCosts } from './shot-costs.ts';

/** How much is kept: ways to be at one candidate, and of those that end with one clip. */
export interface Breadth {
  readonly ways: number;
  readonly perClip: number;
  /**
   * Whether of ways that have shown the same clips as often, in whatever order, only the cheapest
   * is kept.
   */
  readonly distinct: boolean;
}

/** Ways kept at a candidate at least, and at most where a problem is small. */
const [LEAST_WAYS, MOST_WAYS] = [24, 60];
/** Ways kept for each clip at most, in times of an even share of all. */
const PER_CLIP = 2.5;
/** Ways kept, and times the usual number, where it is to be made sure. */
const SURE = { ways: 2000, times: 4 };
/** Shots looked at in all for which there is time: ways, candidates, ends of each, clips. */
const SHOTS_LOOKED_AT = 120_000;

/**
 * What is usual for a problem: as much as there is time for, and always enough to tell many clips
 * apart by which ways end with.
 */
export function usualBreadth({ candidates, materials }: Problem, costs: ShotCosts): Breadth {
  const shots = candidates.reduce((sum, _, from) => sum + costs.ends(from).length, 0);
  const ways = Math.floor(SHOTS_LOOKED_AT / Math.max(1, shots * materials.length));
  const kept = Math.min(MOST_WAYS, Math.max(LEAST_WAYS, ways));
  const perClip = Math.max(1, Math.round((PER_CLIP * kept) / materials.length));
  return { ways: kept, perClip, distinct: true };
}

/** As much as is worth it to make sure that there is nothing better than what was found. */
export function sureBreadth(problem: Problem, costs: ShotCosts): Breadth {
  const { ways, ...usual } = usualBreadth(problem, costs);
  const kept = Math.min(SURE.ways, ways * SURE.times);
  return { ...usual, ways: kept, perClip: kept };
}
