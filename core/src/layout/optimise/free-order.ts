import { chance, firstAfter } from '../../numbers/index.ts';
import { shotsAndCosts, type Step } from './explain.ts';
import {
  againAfter,
  flowCost,
  followingCost,
  leavingCost,
  samenessCost,
} from './neighbour-costs.ts';
import { cheapestWay, offerWays } from './offer-ways.ts';
import type { Found, Problem } from './problem.ts';
import { rulesOf, usesBefore, type Rules } from './rules.ts';
import { startingRanges, withShown, type Seen } from './seen-ranges.ts';
import { shotCosts, type ShotCosts } from './shot-costs.ts';
import type { Showing } from './showings.ts';

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

/**
 * What is usual with so many clips: the more there are, the more do ways differ by which they end
 * with.
 */
export const usualBreadth = (clips: number): Breadth => ({
  ...{ ways: 24, distinct: true },
  perClip: Math.min(6, Math.max(1, Math.round(60 / clips))),
});

/** A way to be at a candidate that goes on from another way. */
interface Arrival {
  readonly cost: number;
  /** Cost with what is still to be paid for clips that must be shown. */
  readonly rank: number;
  readonly step: Step;
  readonly before: Way;
  /** The same for ways that have shown the same clips as often; see `markOf`. */
  readonly mark: number;
}

/** A way with what it has shown. */
interface Way {
  readonly cost: number;
  readonly rank: number;
  readonly step: Step | null;
  readonly before: Way | null;
  /** How often each clip was shown, and after which shot last, from 1; 0 for never. */
  readonly uses: Uint16Array;
  readonly lastShown: Uint16Array;
  /** What of each clip was shown. */
  readonly seen: readonly Seen[];
  readonly shots: number;
  readonly mark: number;
}

/** What a clip that must be shown and is not yet counts when ways are compared. */
const MUST = 0.5;

/**
 * A number for each clip, such that sums of them are the same only for the same clips as often (in
 * all likelihood).
 */
const markOf = (material: number): number => Math.round(chance(1, material) * 2 ** 32);

/** Arrivals at one candidate. */
interface Arrivals {
  /** The cheapest that end with each clip. */
  readonly byClip: readonly Arrival[][];
  /** The ranks of all of them, the least first. */
  readonly ranks: number[];
  /** How many ways are gone on from. */
  readonly ways: number;
}

/** Takes a number out of ascending ones that hold it. */
function takeOut(ascending: number[], one: number): void {
  ascending.splice(firstAfter(ascending, one) - 1, 1);
}

/** What an arrival must rank below to be gone on from; with a clip, also to be kept. */
const dearestOfAll = ({ ranks, ways }: Arrivals): number => ranks[ways - 1] ?? Infinity;
const dearest = (arrivals: Arrivals, material: number, { perClip }: Breadth): number =>
  Math.min(dearestOfAll(arrivals), arrivals.byClip[material]![perClip - 1]?.rank ?? Infinity);

/** Puts an arrival among the cheapest of those that end with its clip. */
function keep({ byClip, ranks }: Arrivals, arrival: Arrival, breadth: Breadth): void {
  const list = byClip[arrival.step.material]!;
  if (breadth.distinct) {
    const same = list.findIndex(({ mark }) => mark === arrival.mark);
    if (same >= 0) {
      if (list[same]!.rank <= arrival.rank) return;
      takeOut(ranks, list[same]!.rank);
      list.splice(same, 1);
    }
  }
  let at = list.length;
  while (at > 0 && list[at - 1]!.rank > arrival.rank) at--;
  list.splice(at, 0, arrival);
  ranks.splice(firstAfter(ranks, arrival.rank), 0, arrival.rank);
  if (list.length > breadth.perClip) takeOut(ranks, list.pop()!.rank);
}

/** The cheapest ways at a candidate, over all clips, each with what it has shown. */
const cheapest = ({ byClip, ways }: Arrivals): Way[] =>
  byClip
    .flat()
    .sort((a, b) => a.rank - b.rank)
    .slice(0, ways)
    .map(({ cost, rank, step, before, mark }): Way => {
      const [uses, lastShown] = [before.uses.slice(), before.lastShown.slice()];
      uses[step.material]!++;
      lastShown[step.material] = before.shots + 1;
      const seen = before.seen.slice();
      seen[step.material] = withShown(seen[step.material]!, step.show);
      return { cost, rank, step, before, uses, lastShown, seen, shots: before.shots + 1, mark };
    });

/**
 * The fewest and the most shots from each candidate to the end; infinite and minus that where it is
 * not reached.
 */
function shotsLeft({ candidates }: Problem, costs: ShotCosts) {
  const fewest = candidates.map(() => Infinity);
  const most = candidates.map(() => -Infinity);
  fewest[candidates.length - 1] = most[candidates.length - 1] = 0;
  for (let from = candidates.length - 2; from >= 0; from--)
    for (const to of costs.ends(from)) {
      fewest[from] = Math.min(fewest[from]!, fewest[to]! + 1);
      most[from] = Math.max(most[from]!, most[to]! + 1);
    }
  return { fewest, most };
}

/** Nothing shown yet but what comes before the stretch. */
function startOf(problem: Problem): Way {
  const { materials, shownBefore } = problem;
  const uses = usesBefore(problem);
  const lastShown = new Uint16Array(materials.length);
  shownBefore.forEach((material, i) => (lastShown[material] = i + 1));
  const pending = materials.filter((m, i) => m.must && uses[i] === 0).length;
  const nothing = { cost: 0, rank: MUST * pending, step: null, before: null, mark: 0 };
  const seen = startingRanges(problem);
  return { ...nothing, uses, lastShown, seen, shots: shownBefore.length };
}

/** What each clip costs after a way, beside how it is shown. */
function followingCosts({ problem, after }: Search, way: Way, previous: number | null) {
  const costs = previous === null ? new Float64Array(after.length) : after[previous]!.slice();
  for (let material = 0; material < costs.length; material++) {
    const last = way.lastShown[material]!;
    if (last > 0) costs[material]! += againAfter(problem, way.shots - last);
  }
  return costs;
}

/** The steps of the cheapest way to the end that shows what must be shown; null when none does. */
function cheapestSteps(problem: Problem, whole: readonly Way[]): Step[] | null {
  const kept = whole.filter(({ uses }) =>
    problem.materials.every(({ must }, i) => !must || uses[i]! > 0),
  );
  if (kept.length === 0) return null;
  const total = (way: Way) => way.cost + leavingCost(problem, way.step!.material);
  const steps: Step[] = [];
  let way: Way | null = kept.reduce((a, b) => (total(b) < total(a) ? b : a));
  for (; way?.step; way = way.before) steps.unshift(way.step);
  return steps;
}

/** The clip that a way showed last, or that was shown before it; null for none. */
const lastShown = ({ shownBefore }: Problem, { step }: Way): number | null =>
  step?.material ?? shownBefore.at(-1) ?? null;

/** How the last shot of a way ends; not a number where there is none. */
const tailOf = ({ step }: Way): number => step?.show.tail ?? NaN;

/** What it costs that a shot between two candidates is as long as the one before it. */
function lengthCost(problem: Problem, { step }: Way, from: number, to: number): number {
  if (!step) return 0;
  const { candidates } = problem;
  const lasted = candidates[from]!.frame - candidates[step.from]!.frame;
  return samenessCost(problem, lasted, candidates[to]!.frame - candidates[from]!.frame);
}

/** How often clips may still be shown in all, and how many must be that were not. */
const stillOpen = (
  { materials }: Problem,
  shown: ArrayLike<number>,
): readonly [spare: number, pending: number] =>
  materials.reduce<[number, number]>(
    ([uses, wait], { most, must }, i) => [
      uses + most - shown[i]!,
      wait + (must && shown[i] === 0 ? 1 : 0),
    ],
    [0, 0],
  );

/** A search under way: what is worked out once for it, and the ways so far. */
interface Search {
  readonly problem: Problem;
  readonly costs: ShotCosts;
  readonly breadth: Breadth;
  readonly rules: Rules;
  readonly left: ReturnType<typeof shotsLeft>;
  readonly marks: readonly number[];
  /** What each clip costs after each. */
  readonly after: readonly Float64Array[];
  /** At each candidate. */
  readonly arrivals: Arrivals[];
}

/** What a way costs more with each end of its next shot, beside its clip; infinite if never. */
function betweenCosts({ problem, costs, left }: Search, from: number, way: Way): Float64Array {
  const [spare, pending] = stillOpen(problem, way.uses);
  return Float64Array.from(costs.ends(from), (to) =>
    // For want of uses, or of shots for what must be shown; so that such ways take no one's place.
    spare <= left.fewest[to]! || pending - 1 > left.most[to]!
      ? Infinity
      : costs.pace(from, to) + costs.cue(from, to) + lengthCost(problem, way, from, to),
  );
}

/** Goes on from a way with every clip to every end of its next shot. */
function goOn(search: Search, from: number, way: Way): void {
  const { problem, costs, breadth, rules, left, arrivals } = search;
  const { materials } = problem;
  const previous = lastShown(problem, way);
  const follows = followingCosts(search, way, previous);
  const tail = tailOf(way);
  const pending = stillOpen(problem, way.uses)[1];
  const between = betweenCosts(search, from, way);
  const mayFollow = materials.flatMap((_, material) =>
    rules.starts(material, from) && rules.follows(material, previous, way.uses) ? [material] : [],
  );
  costs.ends(from).forEach((to, i) => {
    const share = costs.share(from, to);
    const own = way.rank + share * between[i]!;
    const there = arrivals[to]!;
    // What is paid for a clip that must be shown can make it that much cheaper.
    if (own - (pending > 0 ? MUST : 0) >= dearestOfAll(there)) return;
    for (const material of mayFollow) {
      const paid = materials[material]!.must && way.uses[material] === 0 ? MUST : 0;
      const most = dearest(there, material, breadth);
      const owed = own - paid + share * follows[material]!;
      // No fit costs less than nothing.
      if (owed >= most || owed + costs.least(material, from, i) >= most) continue;
      if (!rules.ends(material, to) || (pending > left.most[to]! && paid === 0)) continue;
      const shot = { material, from, to, seen: way.seen[material]!, most: most - owed };
      const mark = way.mark + search.marks[material]!;
      const arrive = (show: Showing, added: number) => {
        const rank = owed + added;
        const cost = way.cost + (rank - way.rank) + paid;
        keep(there, { cost, rank, step: { from, to, material, show }, before: way, mark }, breadth);
      };
      // Where few are kept, of the ways to show a clip only the cheapest.
      if (breadth.distinct) {
        const found = cheapestWay(problem, costs, shot, tail);
        if (found) arrive(found.show, found.cost);
      } else
        offerWays(problem, costs, { ...shot, beside: true }, (show, again) => {
          const flow = flowCost(problem, tail, show.head);
          arrive(show, share * (show.cost + again + flow) + show.drop);
          return shot.most;
        });
    }
  });
}

/**
 * A good layout with the clips in any order: from candidate to candidate, keeping the cheapest ways
 * to be there, some for each clip that they end with (beam search). With breadth enough for all
 * ways it is the best of all. Yields the part that is done; null when it finds none.
 */
export function* bestInAnyOrder(
  problem: Problem,
  breadth = usualBreadth(problem.materials.length),
  costs: ShotCosts = shotCosts(problem),
): Generator<number, Found | null, void> {
  const { candidates, materials } = problem;
  const end = candidates.length - 1;
  const search: Search = {
    ...{ problem, costs, breadth },
    rules: rulesOf(problem),
    left: shotsLeft(problem, costs),
    marks: materials.map((_, i) => markOf(i)),
    after: materials.map((_, one) =>
      Float64Array.from(materials, (_next, next) => followingCost(problem, one, next)),
    ),
    arrivals: candidates.map((_, at) => ({
      byClip: materials.map(() => []),
      ranks: [],
      ways: at < end ? breadth.ways : Infinity,
    })),
  };
  let ways = [startOf(problem)];
  for (let from = 0; from < end; from++) {
    yield from / end;
    if (from > 0) ways = cheapest(search.arrivals[from]!);
    for (const way of ways) goOn(search, from, way);
  }
  const steps = cheapestSteps(problem, cheapest(search.arrivals[end]!));
  return steps && shotsAndCosts(problem, costs, steps);
}
