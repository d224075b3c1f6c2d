import { frames } from '../../time/index.ts';
import {
  flowCost,
  followingCost,
  leavingCost,
  repeatCost,
  samenessCost,
} from './neighbour-costs.ts';
import { seenAgainCost, startingRanges, withShown } from './seen-ranges.ts';
import type { Costs, Found, PlacedShot, Problem } from './problem.ts';
import type { ShotCosts } from './shot-costs.ts';
import type { Showing } from './showings.ts';

/** A shot as it was chosen: between two candidates, a clip in a way to show it there. */
export interface Step {
  readonly from: number;
  readonly to: number;
  readonly material: number;
  readonly show: Showing;
}

/** The shots of a chosen layout with every part of what it costs. Every step must be possible. */
export function shotsAndCosts(problem: Problem, costs: ShotCosts, steps: readonly Step[]): Found {
  const { candidates, materials, shownBefore } = problem;
  const sums = {
    pace: 0,
    cue: 0,
    moment: 0,
    movement: 0,
    likeness: 0,
    flow: 0,
    speed: 0,
    repeat: 0,
    variety: 0,
  };
  const shown = [...shownBefore];
  const seen = startingRanges(problem);
  const shots = steps.map(({ from, to, material, show: fit }, i): PlacedShot => {
    const share = costs.share(from, to);
    const previous = shown.at(-1);
    const [start, end] = [candidates[from]!.frame, candidates[to]!.frame];
    sums.pace += share * costs.pace(from, to);
    sums.cue += share * costs.cue(from, to);
    sums.moment += share * fit.moment + fit.drop;
    sums.movement += share * fit.movement;
    sums.speed += share * fit.speedCost;
    if (previous !== undefined) sums.likeness += share * followingCost(problem, previous, material);
    sums.repeat +=
      share * (repeatCost(problem, shown, material) + seenAgainCost(problem, seen[material]!, fit));
    seen[material] = withShown(seen[material]!, fit);
    if (i > 0) {
      const last = steps[i - 1]!;
      sums.flow += share * flowCost(problem, last.show.tail, fit.head);
    }
    if (i > 0)
      sums.variety +=
        share * samenessCost(problem, start - candidates[steps[i - 1]!.from]!.frame, end - start);
    shown.push(material);
    return {
      from: start,
      to: end,
      material,
      sourceIn: fit.sourceIn,
      speed: materials[material]!.speeds[fit.speed]!,
      begins: fit.begins,
      landed: fit.landed && { moment: fit.landed.moment, frame: frames(start + fit.landed.after) },
    };
  });
  sums.likeness += leavingCost(problem, shown.at(-1)!);
  const whole: Costs = sums;
  return { shots, costs: whole, cost: Object.values(whole).reduce((sum, cost) => sum + cost, 0) };
}
