import { shotsAndCosts, type Step } from './explain.ts';
import {
  flowCost,
  followingCost,
  leavingCost,
  repeatCost,
  samenessCost,
} from './neighbour-costs.ts';
import { offerWays } from './offer-ways.ts';
import type { Found, Problem } from './problem.ts';
import { rulesOf, usesBefore } from './rules.ts';
import { startingRanges, withShown, type Seen } from './seen-ranges.ts';
import { shotCosts, type ShotCosts } from './shot-costs.ts';
import type { Showing } from './showings.ts';

/**
 * A way to be at a candidate: with a shot that started at another, in one of the ways to show it.
 */
interface Arrival {
  readonly from: number;
  readonly show: Showing | null;
  readonly cost: number;
  readonly before: Arrival | null;
  /** What of each clip was shown. */
  readonly seen: readonly Seen[];
}

/** No arrival. */
const NONE: Arrival = { from: -1, show: null, cost: Infinity, before: null, seen: [] };

/** Arrivals kept at one candidate for each start of the last shot, where that counts. */
const KEPT = 4;
/** Kinds of which so many are kept, where more than one is kept of each. */
const KINDS = 6;

/**
 * Arrivals at a candidate of which the cheapest of each kind are kept. A kind is where the last
 * shot started, where that counts, and in which way it shows its clip where of each only one is
 * kept.
 */
type Kinds = Map<number | Showing, Arrival[]>;

/** What an arrival must cost less than to be kept among those of its kind. */
const dearestKept = (alike: readonly Arrival[] | undefined, most: number): number =>
  alike && alike.length >= most ? alike.at(-1)!.cost : Infinity;

/** The kind of an arrival; see `Kinds`. */
const kindOf = (show: Showing, start: number, byShot: boolean, most: number): number | Showing =>
  !byShot ? 0 : most === 1 ? show : start;

/** Takes an arrival into those of its kind. */
function arrive(kinds: Kinds, kind: number | Showing, arrival: Arrival, most: number): void {
  const alike = kinds.get(kind);
  if (!alike) {
    kinds.set(kind, [arrival]);
    return;
  }
  let at = alike.length;
  while (at > 0 && alike[at - 1]!.cost > arrival.cost) at--;
  if (at >= most) return;
  alike.splice(at, 0, arrival);
  if (alike.length > most) alike.pop();
}

/**
 * The cheapest layout with the clips in their order, round and round: by dynamic programming over
 * the candidates and the number of shots before each (Bellman 1957), where lengths or movement
 * count across cuts also over the start of the shot before. While no clip comes twice no other
 * layout has a lower cost; where clips come again, what each way has shown counts as well, of which
 * `kept` are kept at each place. Null when there is none.
 */
export function bestInOrder(
  problem: Problem,
  costs: ShotCosts = shotCosts(problem),
  kept = KEPT,
): Found | null {
  const { candidates, materials, shownBefore, weights } = problem;
  const end = candidates.length - 1;
  const mostShots = mostShotsOf(problem);
  const rules = rulesOf(problem);
  const uses = usesBefore(problem);
  const byShot = weights.variety > 0 || (weights.flow > 0 && materials.some((m) => m.shift));
  const shown = [...shownBefore];
  const order: number[] = [];
  const most = mostShots <= materials.length && startsUnseen(problem) ? 1 : kept;
  let arrivals: Arrival[][] = candidates.map(() => []);
  arrivals[0]!.push({ ...NONE, cost: 0, seen: startingRanges(problem) });
  let best = { arrival: NONE, shots: 0 };
  for (let shot = 0; shot < mostShots; shot++) {
    const material = nextInOrder(problem, shown);
    if (!rules.follows(material, shown.at(-1) ?? null, uses)) break;
    order.push(material);
    const follows = followsCost(problem, shown, material);
    const next = candidates.map((): Kinds => new Map());
    for (let start = 0; start < end; start++) {
      const here = arrivals[start]!;
      if (here.length === 0 || !rules.starts(material, start)) continue;
      for (const to of costs.ends(start)) {
        if (!rules.ends(material, to)) continue;
        const share = costs.share(start, to);
        const added = share * (follows + costs.pace(start, to) + costs.cue(start, to));
        const kinds = next[to]!;
        for (const before of here) {
          const owed = before.cost + added + share * lengthCost(problem, before, start, to);
          const dearest = most > 1 ? dearestKept(kinds.get(byShot ? start : 0), most) : Infinity;
          if (owed >= dearest) continue;
          const offer = (show: Showing, again: number) => {
            const flow = before.show ? flowCost(problem, before.show.tail, show.head) : 0;
            const cost = owed + show.drop + share * (show.cost + again + flow);
            const kind = kindOf(show, start, byShot, most);
            arrive(kinds, kind, { from: start, show, cost, before, seen: before.seen }, most);
            return dearest - owed;
          };
          const own = { material, from: start, to, seen: before.seen[material]! };
          const asked = { ...own, beside: kept === Infinity, most: dearest - owed };
          offerWays(problem, costs, asked, offer);
        }
      }
    }
    uses[material]!++;
    shown.push(material);
    arrivals = next.map((kinds) =>
      [...kinds.values()]
        .flat()
        .sort((a, b) => a.cost - b.cost)
        .slice(0, most === 1 ? Infinity : most * KINDS)
        .map((a) => withSeen(material, a)),
    );
    if (allShown(problem, uses)) {
      const left = leavingCost(problem, material);
      const ended = arrivals[end]!.reduce((a, b) => (b.cost < a.cost ? b : a), NONE);
      if (ended.cost + left < best.arrival.cost)
        best = { arrival: { ...ended, cost: ended.cost + left }, shots: shot + 1 };
    }
    arrivals[end] = [];
  }
  if (best.shots === 0) return null;
  return shotsAndCosts(problem, costs, stepsTo(end, best.arrival, order.slice(0, best.shots)));
}

/** The clip that comes after those that were shown. */
const nextInOrder = ({ materials }: Problem, shown: readonly number[]): number =>
  shown.length === 0 ? 0 : (shown.at(-1)! + 1) % materials.length;

/** What a clip costs after those that were shown. */
function followsCost(problem: Problem, shown: readonly number[], material: number): number {
  const previous = shown.at(-1);
  const after = previous === undefined ? 0 : followingCost(problem, previous, material);
  return after + repeatCost(problem, shown, material);
}

/** Whether every clip was shown that must be. */
const allShown = ({ materials }: Problem, uses: ArrayLike<number>): boolean =>
  materials.every(({ must }, i) => !must || uses[i]! > 0);

/** The most shots that there can be. */
function mostShotsOf({ candidates, shortest }: Problem): number {
  const end = candidates.length - 1;
  const least = Math.min(shortest, ...candidates.map((c) => c.asks?.shortest ?? Infinity));
  const length = candidates[end]!.frame - candidates[0]!.frame;
  const locked = candidates.filter((c) => c.locked).length;
  return Math.min(end, Math.ceil(length / Math.max(1, least)) + locked);
}

/** What it costs that a shot is as long as the one that an arrival ends with. */
function lengthCost(problem: Problem, { from }: Arrival, start: number, to: number): number {
  if (from < 0) return 0;
  const at = (i: number): number => problem.candidates[i]!.frame;
  return samenessCost(problem, at(start) - at(from), at(to) - at(start));
}

/** Whether nothing of the clips is shown outside the stretch. */
const startsUnseen = (problem: Problem): boolean =>
  startingRanges(problem).every((seen) => seen.length === 0);

/** An arrival with what its last shot has shown. */
function withSeen(material: number, arrival: Arrival): Arrival {
  const seen = arrival.seen.slice();
  seen[material] = withShown(seen[material]!, arrival.show!);
  return { ...arrival, seen };
}

/** The steps that led to an arrival at the end, given what each shows. */
function stepsTo(end: number, arrival: Arrival, order: readonly number[]): Step[] {
  const steps: Step[] = [];
  let [to, shot] = [end, order.length];
  for (let at: Arrival | null = arrival; at && at.from >= 0; at = at.before) {
    steps.unshift({ material: order[--shot]!, from: at.from, to, show: at.show! });
    to = at.from;
  }
  return steps;
}
