import { shotCosts } from './optimise/shot-costs.ts';
import { shotsAndCosts } from './optimise/explain.ts';
import { feasible } from './optimise/feasible.ts';
import { relaxation } from './optimise/relaxation.ts';
import { reorderedClips } from './optimise/reordered-clips.ts';
import { NORMAL_SPEED } from '../film/index.ts';
import { TERMS, type Clip, type Plan, type Shot, type Term, type Wishes } from '../plan/index.ts';
import { withShots } from '../plan/edits/with-shots.ts';
import { compare, frames } from '../time/index.ts';
import type { Breadth } from './optimise/breadth.ts';
import { bestInAnyOrder } from './optimise/free-order.ts';
import { bestInOrder } from './optimise/fixed-order.ts';
import type { Found, Problem, Weights } from './optimise/problem.ts';
import {
  problemOf,
  standingOrder,
  usableClips,
  type MeasuredClip,
  type FilmRange,
} from './problem-of.ts';
import { energyAt } from './wanted-length.ts';

/** A layout that is offered. */
export interface Proposal {
  /** What it puts first. */
  readonly leans: 'even' | 'music' | 'pictures';
  readonly plan: Plan;
  readonly found: Found;
  /** What no layout that puts the same first costs less than; null where that is not known. */
  readonly bound: number | null;
}

/** How far a search is, 0–1, and the best it has so far. */
export interface Search {
  readonly done: number;
  readonly best: readonly Proposal[];
}

/** What a proposal puts first. */
interface Leaning {
  readonly leans: Proposal['leans'];
  /** How much more or less each term counts. */
  readonly terms: Partial<Record<Term, number>>;
  /**
   * Times the wanted length where the music is quietest; the same part of it where it is loudest.
   */
  readonly swing: number;
  /** What variety counts at least. */
  readonly variety: number;
}

const LEANINGS: readonly Leaning[] = [
  { leans: 'even', terms: {}, swing: 1, variety: 0 },
  { leans: 'music', terms: { cue: 2, pace: 0.7 }, swing: 1.6, variety: 0 },
  {
    leans: 'pictures',
    terms: { moment: 2, movement: 2, likeness: 2, pace: 0.4 },
    swing: 1,
    variety: 0.4,
  },
];
/**
 * Part of its worth that a cut keeps where an earlier proposal has one, so that the next is
 * another.
 */
const USED_BEFORE = 0.85;
/** A first look that is soon there, before the search proper. */
const FIRST_LOOK: Breadth = { ways: 4, perClip: 1, distinct: true };

/** A problem that leans, and in which cuts of earlier proposals are worth less. */
function leaning(
  problem: Problem,
  { terms, swing, variety }: Leaning,
  plan: Plan,
  earlier: readonly Found[],
): Problem {
  const used = new Set<number>(earlier.flatMap(({ shots }) => shots.map((s) => s.from)));
  const weights = Object.fromEntries(
    TERMS.map((term) => [term, problem.weights[term] * (terms[term] ?? 1)]),
  ) as Weights;
  const candidates = problem.candidates.map((c) =>
    c.locked || !used.has(c.frame) ? c : { ...c, worth: c.worth * USED_BEFORE },
  );
  const energy = swing !== 1 && plan.music ? energyAt(plan.music, plan) : null;
  const wanted = (frame: number) =>
    problem.wanted(frame) * (energy ? swing ** (1 - 2 * energy(frames(frame))) : 1);
  return {
    ...problem,
    wanted,
    candidates,
    weights: { ...weights, variety: Math.max(weights.variety, variety) },
  };
}

/** A plan with a layout as its score, or in place of a stretch of it; locked cuts stay locked. */
export function withLayout(plan: Plan, clips: readonly Clip[], { shots }: Found): Plan {
  const locked = new Set<number>(plan.score?.shots.flatMap((s) => (s.locked ? [s.start] : [])));
  const found = shots.map(({ from, material, sourceIn, speed }): Omit<Shot, 'id'> => ({
    start: from,
    clip: clips[material]!.id,
    sourceIn,
    ...(compare(speed, NORMAL_SPEED) !== 0 && { speed }),
    ...(locked.has(from) && { locked: true }),
  }));
  return withShots(plan, found, { from: shots[0]!.from, to: shots.at(-1)!.to });
}

/** A layout that was found, and what none costs less than; null where that is not known. */
type Bounded = Found & { readonly bound: number | null };

/**
 * A search with the clips in an order of their own, whatever order they are listed in, which would
 * else decide between equals; with a bound where the breadth is the usual.
 */
function* inAnyOrder(
  problem: Problem,
  breadth: Breadth | null,
): Generator<number, Bounded | null, void> {
  const order = standingOrder(problem.materials);
  const standing = reorderedClips(problem, order);
  const costs = shotCosts(standing);
  const found = yield* bestInAnyOrder(standing, breadth, costs);
  if (!found) return null;
  const relaxing = { known: found.cost, wide: problem.near === true, priceFrames: true };
  return {
    ...found,
    shots: found.shots.map((shot) => ({ ...shot, material: order[shot.material]! })),
    bound: breadth ? null : relaxation(standing, costs, relaxing).bound,
  };
}

/**
 * One search of one pass: exact where the order is kept, else of a breadth. Where there is none of
 * shots that are near what is wanted, of any; and where that finds none, any layout that there is.
 * Yields the part that is done.
 */
function* searched(
  problem: Problem,
  order: Wishes['order'],
  breadth: Breadth | null,
): Generator<number, Bounded | null, void> {
  const wide = { ...problem, near: false };
  if (order === 'kept') {
    const found = bestInOrder(problem) ?? bestInOrder(wide);
    return found && { ...found, bound: null };
  }
  const found = (yield* inAnyOrder(problem, breadth)) ?? (yield* inAnyOrder(wide, breadth));
  return found ?? anyLayout(wide);
}

/** Any layout with the clips in any order, whatever it costs; null when there is none. */
function anyLayout(problem: Problem): Bounded | null {
  const any = feasible(problem, false);
  if (typeof any === 'string') return null;
  const costs = shotCosts(problem);
  const steps = any.steps.map((step) => ({
    ...step,
    show: costs.ways(step.material, step.from, step.to)[0]!,
  }));
  return { ...shotsAndCosts(problem, costs, steps), bound: null };
}

/**
 * Layouts of a plan as wished, or of a stretch of it, each leaning another way and with other cuts
 * where that costs little. Yields how far it is with the best so far, of which there are some after
 * a first, short pass; returns those found, none when there is no layout at all. The same plan
 * gives the same.
 */
export function* proposals(
  plan: Plan,
  wishes: Wishes = plan.wishes,
  measuredOf: (clip: Clip) => MeasuredClip | null = () => null,
  range: FilmRange = { from: frames(0), to: plan.target },
): Generator<Search, Proposal[], void> {
  const problem = problemOf(plan, wishes, measuredOf, range);
  const clips = usableClips(plan, wishes);
  let best: Proposal[] = [];
  if (clips.length === 0) return best;
  const passes = wishes.order === 'kept' ? [null] : [FIRST_LOOK, null];
  const parts = passes.length * LEANINGS.length;
  let gone = 0;
  for (const breadth of passes) {
    const found: Proposal[] = [];
    for (const leans of LEANINGS) {
      const earlier = found.map((p) => p.found);
      const leant = leaning(problem, leans, plan, earlier);
      const search = searched(leant, wishes.order, breadth);
      let step = search.next();
      for (; !step.done; step = search.next()) yield { done: (gone + step.value) / parts, best };
      gone++;
      if (step.value)
        found.push({
          leans: leans.leans,
          plan: withLayout(plan, clips, step.value),
          found: step.value,
          bound: step.value.bound,
        });
      if (found.length > best.length) best = [...found];
      yield { done: gone / parts, best };
    }
    best = found.length > 0 ? found : best;
  }
  return best;
}
