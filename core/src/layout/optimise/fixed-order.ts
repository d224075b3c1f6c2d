import { shotsAndCosts, type Step } from './explain.ts';
import {
  flowCost,
  followingCost,
  leavingCost,
  repeatCost,
  samenessCost,
} from './neighbour-costs.ts';
import type { Found, Problem } from './problem.ts';
import { rulesOf, usesBefore } from './rules.ts';
import { shotCosts, type ShotCosts } from './shot-costs.ts';

/** The cheapest way to be at a candidate with a shot that started at another. */
interface Arrival {
  readonly from: number;
  readonly cost: number;
  readonly before: Arrival | null;
}

/**
 * Takes an arrival into those at a candidate, of which only the cheapest matters when nothing
 * depends on the shot before.
 */
function arrive(list: Arrival[], arrival: Arrival, byShot: boolean): void {
  const at = byShot ? list.findIndex((a) => a.from === arrival.from) : 0;
  const there = list[at];
  if (!there) list.push(arrival);
  else if (arrival.cost < there.cost) list[at] = arrival;
}

/**
 * The cheapest layout of all with the clips in their order, round and round: by dynamic programming
 * over the candidates and the number of shots before each (Bellman 1957), where lengths or movement
 * count across cuts also over the start of the shot before, so that no other has a lower cost. Null
 * when there is none.
 */
export function bestInOrder(problem: Problem, costs: ShotCosts = shotCosts(problem)): Found | null {
  const { candidates, materials, shortest, shownBefore, weights } = problem;
  const end = candidates.length - 1;
  const length = candidates[end]!.frame - candidates[0]!.frame;
  const locked = candidates.filter((c) => c.locked).length;
  const mostShots = Math.min(end, Math.ceil(length / Math.max(1, shortest)) + locked);
  const mayFollow = rulesOf(problem);
  const uses = usesBefore(problem);
  const byShot = weights.variety > 0 || (weights.flow > 0 && materials.some((m) => m.shift));
  const shown = [...shownBefore];
  const turns: Pick<Step, 'material' | 'use'>[] = [];
  let arrivals: Arrival[][] = candidates.map(() => []);
  arrivals[0]!.push({ from: -1, cost: 0, before: null });
  let best: { readonly arrival: Arrival; readonly shots: number } | null = null;
  for (let shot = 0; shot < mostShots; shot++) {
    const previous = shown.at(-1) ?? null;
    const material = previous === null ? 0 : (previous + 1) % materials.length;
    turns.push({ material, use: uses[material]! });
    const follows =
      (previous === null ? 0 : followingCost(problem, previous, material)) +
      repeatCost(problem, shown, material);
    const mayShow = mayFollow(previous, uses);
    /** What a shot of a length costs after the one from `from` to `start`, across the cut. */
    const joinedCost = (from: number, start: number, lasts: number, head: number): number => {
      const lasted = candidates[start]!.frame - candidates[from]!.frame;
      const { material: last, use } = turns[shot - 1]!;
      const tail = costs.tail(last, use, from, start);
      return samenessCost(problem, lasted, lasts) + flowCost(problem, tail, head);
    };
    const next: Arrival[][] = candidates.map(() => []);
    for (let start = 0; start < end; start++) {
      const here = arrivals[start]!;
      if (here.length === 0) continue;
      const fits = costs.fits(material, uses[material]!, start);
      for (const [i, to] of costs.ends(start).entries()) {
        if (!mayShow(material, start, to)) continue;
        const cost = fits.costs[fits.first + i]!;
        if (cost === Infinity) continue;
        const share = costs.share(start, to);
        const own = share * (follows + costs.pace(start, to) + costs.cue(to) + cost);
        const lasts = candidates[to]!.frame - candidates[start]!.frame;
        const head = fits.heads[fits.first + i]!;
        let [nearest, least]: [Arrival | null, number] = [null, Infinity];
        for (const before of here) {
          const joined = before.from < 0 ? 0 : joinedCost(before.from, start, lasts, head);
          const whole = before.cost + own + share * joined;
          if (whole < least) [nearest, least] = [before, whole];
        }
        if (nearest) arrive(next[to]!, { from: start, cost: least, before: nearest }, byShot);
      }
    }
    uses[material]!++;
    shown.push(material);
    arrivals = next;
    if (materials.every(({ must }, i) => !must || uses[i]! > 0)) {
      const left = leavingCost(problem, material);
      for (const { from, cost, before } of next[end]!)
        if (!best || cost + left < best.arrival.cost)
          best = { arrival: { from, cost: cost + left, before }, shots: shot + 1 };
    }
    next[end] = [];
  }
  if (!best) return null;
  return shotsAndCosts(problem, costs, stepsTo(end, best.arrival, turns.slice(0, best.shots)));
}

/** The steps that led to an arrival at the end, given what each shows. */
function stepsTo(
  end: number,
  arrival: Arrival,
  turns: readonly Pick<Step, 'material' | 'use'>[],
): Step[] {
  const steps: Step[] = [];
  let [to, shot] = [end, turns.length];
  for (let at: Arrival | null = arrival; at && at.from >= 0; at = at.before) {
    steps.unshift({ ...turns[--shot]!, from: at.from, to });
    to = at.from;
  }
  return steps;
}
