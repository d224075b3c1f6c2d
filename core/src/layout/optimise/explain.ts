import { frames } from '../../time/index.ts';
import { followingCost, repeatCost } from './neighbour-costs.ts';
import type { Costs, Found, PlacedShot, Problem } from './problem.ts';
import type { ShotCosts } from './shot-costs.ts';

/** A shot as it was chosen: between two candidates, with a clip for the `use`-th time. */
export interface Step {
  readonly from: number;
  readonly to: number;
  readonly material: number;
  readonly use: number;
}

/** The shots of a chosen layout with every part of what it costs. Every step must be possible. */
export function shotsAndCosts(problem: Problem, costs: ShotCosts, steps: readonly Step[]): Found {
  const { candidates, materials } = problem;
  const sums = { pace: 0, cue: 0, moment: 0, movement: 0, likeness: 0, speed: 0, repeat: 0 };
  const shots = steps.map(({ from, to, material, use }, i): PlacedShot => {
    const fit = costs.fit(material, use, from, to)!;
    sums.pace += costs.pace(from, to);
    sums.cue += costs.cue(to);
    sums.moment += fit.moment;
    sums.movement += fit.movement;
    sums.speed += fit.speedCost;
    if (i > 0) sums.likeness += followingCost(problem, steps[i - 1]!.material, material);
    sums.repeat += repeatCost(
      problem,
      steps.slice(0, i).map((s) => s.material),
      material,
    );
    const start = candidates[from]!.frame;
    return {
      from: start,
      to: candidates[to]!.frame,
      material,
      sourceIn: fit.sourceIn,
      speed: materials[material]!.speeds[fit.speed]!,
      landed: fit.landed && { moment: fit.landed.moment, frame: frames(start + fit.landed.after) },
    };
  });
  const whole: Costs = sums;
  return { shots, costs: whole, cost: Object.values(whole).reduce((sum, cost) => sum + cost, 0) };
}
