import { chance } from '../../numbers/index.ts';
import { shotsAndCosts, type Step } from './explain.ts';
import {
  againAfter,
  flowCost,
  followingCost,
  leavingCost,
  samenessCost,
} from './neighbour-costs.ts';
import { offerWays } from './offer-ways.ts';
import type { Found, Problem } from './problem.ts';
import { rulesOf, usesBefore } from './rules.ts';
import { startingRanges, withShown, type Seen } from './seen-ranges.ts';
import { shotCosts, type Showing, type ShotCosts } from './shot-costs.ts';

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

/** Puts an arrival among the cheapest of those that end with its clip. */
function keep(list: Arrival[], arrival: Arrival, { perClip, distinct }: Breadth): void {
  if (distinct) {
    for (let i = 0; i < list.length; i++)
      if (list[i]!.mark === arrival.mark) {
        if (list[i]!.rank <= arrival.rank) return;
        list.splice(i, 1);
        break;
      }
  }
  let at = list.length;
  while (at > 0 && list[at - 1]!.rank > arrival.rank) at--;
  list.splice(at, 0, arrival);
  if (list.length > perClip) list.pop();
}

/** The cheapest ways at a candidate, over all clips, each with what it has shown. */
const cheapest = (byClip: readonly Arrival[][], most: number): Way[] =>
  byClip
    .flat()
    .sort((a, b) => a.rank - b.rank)
    .slice(0, most)
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

/** What each clip costs after a way, beside its fit. */
function followingCosts(problem: Problem, way: Way, previous: number | null): Float64Array {
  return Float64Array.from(problem.materials, (_, material) => {
    const last = way.lastShown[material]!;
    const again = last === 0 ? 0 : againAfter(problem, way.shots - last);
    return again + (previous === null ? 0 : followingCost(problem, previous, material));
  });
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
  const mayFollow = rulesOf(problem);
  const arrivals = candidates.map(() => materials.map((): Arrival[] => []));
  const start = startOf(problem);
  const left = shotsLeft(problem, costs);
  const marks = materials.map((_, i) => markOf(i));
  let whole: Way[] = [];
  for (let from = 0; from <= end; from++) {
    yield from / end;
    const kept = from < end ? breadth.ways : Infinity;
    const ways = from === 0 ? [start] : cheapest(arrivals[from]!, kept);
    arrivals[from] = [];
    if (from === end) whole = ways;
    const ends = costs.ends(from);
    const shares = ends.map((to) => costs.share(from, to));
    const own = ends.map((to) => costs.pace(from, to) + costs.cue(from, to));
    for (const way of ways) {
      const previous = lastShown(problem, way);
      const mayShow = mayFollow(previous, way.uses);
      const follows = followingCosts(problem, way, previous);
      const tail = tailOf(way);
      const [spare, pending] = stillOpen(problem, way.uses);
      const arrive = (list: Arrival[], step: Step, rank: number, paid: number) => {
        const cost = way.cost + (rank - way.rank) + paid;
        const mark = way.mark + marks[step.material]!;
        keep(list, { cost, rank, step, before: way, mark }, breadth);
      };
      const between = ends.map((to, i) => {
        // For want of uses, or of shots for what must be shown; so that such ways take no one's
        // place.
        if (spare <= left.fewest[to]! || pending - 1 > left.most[to]!) return Infinity;
        return own[i]! + lengthCost(problem, way, from, to);
      });
      for (let material = 0; material < materials.length; material++) {
        const paid = materials[material]!.must && way.uses[material] === 0 ? MUST : 0;
        const follow = follows[material]!;
        for (let i = 0; i < ends.length; i++) {
          const to = ends[i]!;
          const list = arrivals[to]![material]!;
          const most = list.length < breadth.perClip ? Infinity : list.at(-1)!.rank;
          const share = shares[i]!;
          const owed = way.rank - paid + share * (between[i]! + follow);
          // No fit costs less than nothing.
          if (owed >= most || !mayShow(material, from, to)) continue;
          if (pending > left.most[to]! && paid === 0) continue;
          if (owed + costs.least(material, from, i) >= most) continue;
          let chosen: Showing | null = null;
          let best = most;
          const shot = { material, from, to, seen: way.seen[material]!, most: most - owed };
          offerWays(problem, costs, { ...shot, beside: !breadth.distinct }, (show, again) => {
            const alone = owed + show.drop + share * show.cost;
            if (alone >= best) return;
            const rank = alone + share * (again + flowCost(problem, tail, show.head));
            if (rank >= best) return;
            // Where few are kept, of the ways to show a clip only the cheapest.
            if (breadth.distinct) [best, chosen] = [rank, show];
            else arrive(list, { from, to, material, show }, rank, paid);
          });
          if (chosen) arrive(list, { from, to, material, show: chosen }, best, paid);
        }
      }
    }
  }
  const steps = cheapestSteps(problem, whole);
  return steps && shotsAndCosts(problem, costs, steps);
}
