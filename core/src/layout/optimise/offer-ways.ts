import type { Problem } from './problem.ts';
import { flowCost } from './neighbour-costs.ts';
import { seenAgainCost } from './seen-ranges.ts';
import type { AskedShot, ShotCosts } from './shot-costs.ts';
import type { Showing } from './showings.ts';

/** A shot for which ways to show a clip are looked for. */
interface OfferedShot extends AskedShot {
  /** Whether ways beside what was seen are of use even where the others repeat nothing. */
  readonly beside: boolean;
}

/**
 * Offers the ways to show a clip in a shot, each with what it costs that they show again what was
 * seen; where one does also those that lie beside it. `offer` says what the next must cost less
 * than by itself.
 */
export function offerWays(
  problem: Problem,
  costs: ShotCosts,
  shot: OfferedShot,
  offer: (show: Showing, again: number) => number,
): void {
  const { material, from, to, seen } = shot;
  const share = costs.share(from, to);
  let { most } = shot;
  let repeats = shot.beside;
  for (const show of costs.ways(material, from, to)) {
    if (share * show.cost + show.drop >= most) continue;
    const again = seenAgainCost(problem, seen, show);
    repeats ||= again > 0;
    most = offer(show, again);
  }
  if (!repeats || seen.length === 0 || costs.leastUnseen(from, to) >= most) return;
  for (const show of costs.unseen({ ...shot, most })) offer(show, 0);
}

/**
 * The cheapest way to show a clip in a shot after a picture that leaves so, in radians, with what
 * it costs, in which that counts that it shows again what was seen; null when none costs less than
 * is asked.
 */
export function cheapestWay(
  problem: Problem,
  costs: ShotCosts,
  shot: AskedShot,
  tail: number,
): { readonly show: Showing; readonly cost: number } | null {
  const { material, from, to, seen } = shot;
  const share = costs.share(from, to);
  let { most } = shot;
  let best: Showing | null = null;
  let repeats = false;
  for (const show of costs.ways(material, from, to)) {
    const alone = share * show.cost + show.drop;
    if (alone >= most) continue;
    const again = seenAgainCost(problem, seen, show);
    repeats ||= again > 0;
    const cost = alone + share * (again + flowCost(problem, tail, show.head));
    if (cost < most) [most, best] = [cost, show];
  }
  if (repeats && costs.leastUnseen(from, to) < most)
    for (const show of costs.unseen({ ...shot, most })) {
      const cost = share * (show.cost + flowCost(problem, tail, show.head)) + show.drop;
      if (cost < most) [most, best] = [cost, show];
    }
  return best && { show: best, cost: most };
}
