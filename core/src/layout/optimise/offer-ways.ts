import type { Problem } from './problem.ts';
import { seenAgainCost } from './seen-ranges.ts';
import type { AskedShot, Showing, ShotCosts } from './shot-costs.ts';

/** A shot for which ways to show a clip are looked for. */
interface OfferedShot extends AskedShot {
  /** Whether ways beside what was seen are of use even where the others repeat nothing. */
  readonly beside: boolean;
}

/**
 * Offers the ways to show a clip in a shot, each with what it costs that they show again what was
 * seen; where one does also those that lie beside it.
 */
export function offerWays(
  problem: Problem,
  costs: ShotCosts,
  shot: OfferedShot,
  offer: (show: Showing, again: number) => void,
): void {
  const { material, from, to, seen, most } = shot;
  const share = costs.share(from, to);
  let repeats = shot.beside;
  for (const show of costs.ways(material, from, to)) {
    if (share * show.cost + show.drop >= most) continue;
    const again = seenAgainCost(problem, seen, show);
    repeats ||= again > 0;
    offer(show, again);
  }
  if (repeats && seen.length > 0) for (const show of costs.unseen(shot)) offer(show, 0);
}
