import { part } from '../../time/index.ts';
import { cheapest, dearest, keep, markOf, type Arrivals, type Way } from './arrivals.ts';
import { sureBreadth, usualBreadth, type Breadth } from './breadth.ts';
import { shotsAndCosts, type Step } from './explain.ts';
import {
  againAfter,
  flowCost,
  followingCost,
  leavingCost,
  samenessCost,
} from './neighbour-costs.ts';
import { keptForDrops, withoutRange, type Kept } from './kept-for-drops.ts';
import { cheapestWay, offerWays } from './offer-ways.ts';
import type { Found, Problem } from './problem.ts';
import { relaxation, type Relaxation } from './relaxation.ts';
import { rulesOf, usesBefore, type Rules } from './rules.ts';
import { startingRanges, withShown, type Seen } from './seen-ranges.ts';
import { shotCosts, type ShotCosts } from './shot-costs.ts';
import type { Showing } from './showings.ts';

/** What is to come, as ways are compared by it. */
interface Outlook extends Relaxation {
  /** Whether limits on how often clips are shown span the film. */
  readonly spans: boolean;
}

/** What is to come: where limits span the film, by their prices; else nothing is known. */
function outlookOf(problem: Problem, costs: ShotCosts): Outlook {
  const { materials } = problem;
  const spans = materials.some(({ must, most }) => must || most < Infinity);
  if (spans)
    return {
      ...relaxation(problem, costs, { known: null, wide: false, priceFrames: false }),
      spans,
    };
  const none = new Float64Array(materials.length);
  return { ...{ bound: 0, constant: 0, spans }, ahead: () => 0, uses: none, musts: none };
}

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

/** Nothing shown yet but what comes before the stretch, and what is kept for drops. */
function startOf(problem: Problem, { musts }: Outlook, kept: readonly Kept[]): Way {
  const { materials, shownBefore } = problem;
  const uses = usesBefore(problem);
  const lastShown = new Uint16Array(materials.length);
  shownBefore.forEach((material, i) => (lastShown[material] = i + 1));
  const owing = materials.reduce((sum, m, i) => sum + (m.must && uses[i] === 0 ? musts[i]! : 0), 0);
  const nothing = { cost: 0, owing, step: null, before: null, mark: 0 };
  const seen = startingRanges(problem);
  // As if it had been shown, until the drop that it is kept for.
  for (const { material, range } of kept)
    seen[material] = withShown(seen[material]!, { sourceIn: range.in, sourceOut: range.out });
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
  readonly outlook: Outlook;
  /** What ways must rank below. */
  readonly below: number;
  readonly kept: readonly Kept[];
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

/** What counts as shown of a clip for a shot after a way: over a drop not what is kept for it. */
function seenFor({ kept }: Search, way: Way, shot: Pick<Step, 'material' | 'from' | 'to'>): Seen {
  let seen = way.seen[shot.material]!;
  for (const { material, range, drop } of kept)
    if (material === shot.material && shot.from < drop && drop < shot.to)
      seen = withoutRange(seen, range);
  return seen;
}

/** Goes on from a way with every clip to every end of its next shot. */
function goOn(search: Search, from: number, way: Way): void {
  const { problem, costs, breadth, rules, left, arrivals } = search;
  const { materials } = problem;
  const previous = lastShown(problem, way);
  const follows = followingCosts(search, way, previous);
  const tail = tailOf(way);
  const pending = stillOpen(problem, way.uses)[1];
  const { ahead, uses, musts } = search.outlook;
  const between = betweenCosts(search, from, way);
  const mayFollow = materials.flatMap((_, material) =>
    rules.starts(material, from) && rules.follows(material, previous, way.uses) ? [material] : [],
  );
  costs.ends(from).forEach((to, i) => {
    const share = costs.share(from, to);
    const own = way.cost + share * between[i]!;
    const there = arrivals[to]!;
    if (own === Infinity) return;
    for (const material of mayFollow) {
      const first = materials[material]!.must && way.uses[material] === 0;
      if (!rules.ends(material, to) || (pending > left.most[to]! && !first)) continue;
      const most = Math.min(search.below, dearest(there, material, breadth));
      const paid = own + share * follows[material]!;
      const owing = way.owing + uses[material]! - (first ? musts[material]! : 0);
      const counts = paid + owing + ahead(to, material);
      // No fit costs less than nothing.
      if (counts >= most || counts + costs.least(material, from, i) >= most) continue;
      const seen = seenFor(search, way, { material, from, to });
      const shot = { material, from, to, seen, most: most - counts };
      const mark = way.mark + search.marks[material]!;
      const arrive = (show: Showing, added: number) => {
        const step = { from, to, material, show };
        const arrival = {
          cost: paid + added,
          owing,
          rank: counts + added,
          step,
          before: way,
          mark,
        };
        keep(there, arrival, breadth);
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

/** What a search starts from. */
type Start = Pick<Search, 'problem' | 'costs' | 'outlook'>;

/** The best that a search of a breadth finds below a cost; null when that is nothing. */
function* searched(
  { problem, costs, outlook }: Start,
  breadth: Breadth,
  below: number,
  kept: readonly Kept[] = [],
): Generator<number, Found | null, void> {
  const { candidates, materials } = problem;
  const end = candidates.length - 1;
  const search: Search = {
    ...{ problem, costs, breadth, outlook, kept },
    below: below - outlook.constant,
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
  let ways = [startOf(problem, outlook, kept)];
  for (let from = 0; from < end; from++) {
    yield from / end;
    if (from > 0) ways = cheapest(search.arrivals[from]!);
    for (const way of ways) goOn(search, from, way);
  }
  const steps = cheapestSteps(problem, cheapest(search.arrivals[end]!));
  return steps && shotsAndCosts(problem, costs, steps);
}

/** The layout that is found where no limit spans the film, if it keeps to them; else null. */
function* withoutLimits({
  problem,
  costs,
}: Pick<Search, 'problem' | 'costs'>): Generator<number, Found | null, void> {
  const materials = problem.materials.map((m) => ({ ...m, must: false, most: Infinity }));
  const free = { ...problem, materials };
  const outlook = outlookOf(free, costs);
  const found = yield* searched(
    { problem: free, costs, outlook },
    usualBreadth(free, costs),
    Infinity,
  );
  if (!found) return null;
  const uses = usesBefore(problem).slice();
  for (const { material } of found.shots) uses[material]!++;
  const kept = problem.materials.every(
    ({ must, most }, i) => uses[i]! <= most && !(must && uses[i] === 0),
  );
  return kept ? found : null;
}

/**
 * A layout, or a cheaper one in which strong events are kept for drops that have none: a search
 * that goes from cut to cut has shown them by then, for what they are worth elsewhere.
 */
function* withEventsOnDrops(start: Start, found: Found): Generator<number, Found, void> {
  const { problem, costs } = start;
  const choices = keptForDrops(problem, found);
  let least = found;
  for (const [i, kept] of choices.entries()) {
    const other = yield* part(
      searched(start, usualBreadth(problem, costs), Infinity, kept),
      i / choices.length,
      (i + 1) / choices.length,
    );
    if (other && other.cost < least.cost) least = other;
  }
  return least;
}

/** Part over the bound from which it is worth to look for better. */
const NEAR_BOUND = 0.002;

/**
 * A good layout with the clips in any order: from candidate to candidate, keeping the cheapest ways
 * to be there, some for each clip that they end with (beam search). With breadth enough for all
 * ways it is the best of all; null asks for what is usual, and where limits that span the film
 * stand against what is found without them, for a second look, in which only what can be better
 * counts. Where a drop gets no event, events are kept for it and it is looked again. Yields the
 * part that is done; null when it finds none.
 */
export function* bestInAnyOrder(
  problem: Problem,
  asked: Breadth | null = null,
  costs: ShotCosts = shotCosts(problem),
): Generator<number, Found | null, void> {
  const outlook = outlookOf(problem, costs);
  if (outlook.bound === Infinity) return null;
  const start = { problem, costs, outlook };
  if (asked) return yield* searched(start, asked, Infinity);
  const found = yield* part(best(start), 0, 0.7);
  return found && (yield* part(withEventsOnDrops(start, found), 0.7, 1));
}

/** The best without anything kept for drops; see `bestInAnyOrder`. */
function* best(start: Start): Generator<number, Found | null, void> {
  const { problem, costs, outlook } = start;
  if (!outlook.spans) return yield* searched(start, usualBreadth(problem, costs), Infinity);
  const free = yield* part(withoutLimits(start), 0, 0.1);
  if (free) return free;
  const found = yield* part(searched(start, usualBreadth(problem, costs), Infinity), 0.1, 0.3);
  if (found && found.cost <= outlook.bound * (1 + NEAR_BOUND)) return found;
  const below = found?.cost ?? Infinity;
  const second = yield* part(searched(start, sureBreadth(problem, costs), below), 0.3, 1);
  return second && second.cost < below ? second : found;
}
