import { shotsAndCosts, type Step } from './explain.ts';
import type { Found, Problem } from './problem.ts';
import { followingCost, repeatCost } from './neighbour-costs.ts';
import { shotCosts, type ShotCosts } from './shot-costs.ts';

/** The clip of each shot when clips come in their order, round and round, and which use of it that is. */
const turnOf = (shot: number, { materials }: Problem): Pick<Step, 'material' | 'use'> => ({
  material: shot % materials.length,
  use: Math.floor(shot / materials.length),
});

/** Whether a clip may be shown as the `shot`-th, counted from 0. */
function mayBe({ material, use }: Pick<Step, 'material' | 'use'>, shot: number, problem: Problem): boolean {
  const { materials, first } = problem;
  if (use >= materials[material]!.most) return false;
  return shot > 0 || first === null || first === material;
}

/** Whether a layout may end with the `shot`-th: with the right clip, and all shown that must be. */
function mayEnd(shot: number, problem: Problem): boolean {
  const { materials, last } = problem;
  const { material } = turnOf(shot, problem);
  if (last !== null && last !== material) return false;
  return materials.every(({ must }, i) => !must || i <= shot);
}

/**
 * The cheapest layout of all with the clips in their order, round and round: by dynamic programming over the candidates and
 * the number of shots before each (Bellman 1957), so that no other has a lower cost. Null when there is none.
 */
export function bestInOrder(problem: Problem, costs: ShotCosts = shotCosts(problem)): Found | null {
  const { candidates, target, shortest } = problem;
  const count = candidates.length;
  const locked = candidates.filter((c) => c.locked).length;
  const mostShots = Math.min(count - 1, Math.ceil(target / Math.max(1, shortest)) + locked);
  /** Cheapest cost to be at a candidate after so many shots, and where the last of them began. */
  const cheapest = new Float64Array((mostShots + 1) * count).fill(Infinity);
  const from = new Int32Array((mostShots + 1) * count).fill(-1);
  cheapest[0] = 0;
  for (let shot = 0; shot < mostShots; shot++) {
    const turn = turnOf(shot, problem);
    if (!mayBe(turn, shot, problem)) break;
    const shown = Array.from({ length: shot }, (_, i) => turnOf(i, problem).material);
    const follows =
      (shot === 0 ? 0 : followingCost(problem, shown.at(-1)!, turn.material)) +
      repeatCost(problem, shown, turn.material);
    for (let start = 0; start < count - 1; start++) {
      const before = cheapest[shot * count + start]!;
      if (before === Infinity) continue;
      for (const end of costs.ends(start)) {
        const fit = costs.fit(turn.material, turn.use, start, end);
        if (!fit) continue;
        const cost = before + follows + costs.pace(start, end) + costs.cue(end) + fit.cost;
        const at = (shot + 1) * count + end;
        if (cost < cheapest[at]!) {
          cheapest[at] = cost;
          from[at] = start;
        }
      }
    }
  }
  let shots = -1;
  for (let n = 1; n <= mostShots; n++) {
    const cost = cheapest[n * count + count - 1]!;
    if (cost < Infinity && mayEnd(n - 1, problem) && (shots < 0 || cost < cheapest[shots * count + count - 1]!))
      shots = n;
  }
  if (shots < 0) return null;
  const steps: Step[] = [];
  for (let n = shots, end = count - 1; n > 0; n--) {
    const start = from[n * count + end]!;
    steps.unshift({ ...turnOf(n - 1, problem), from: start, to: end });
    end = start;
  }
  return shotsAndCosts(problem, costs, steps);
}
