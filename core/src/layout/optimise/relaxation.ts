import { afterCosts, cheapestThrough, type Cheapest, type Relaxed } from './cheapest-through.ts';
import type { Problem } from './problem.ts';
import { shotsFar, shotsOf } from './relaxed-shots.ts';
import { usesBefore } from './rules.ts';
import { ALL_AGAIN, startingRanges } from './seen-ranges.ts';
import type { ShotCosts } from './shot-costs.ts';

/**
 * What a layout costs at least, and what is left to pay at least from each candidate on: rules
 * that span the film are given up, and what they forbid has a price instead.
 */
export interface Relaxation {
  /** No layout costs less; infinite when there is none. */
  readonly bound: number;
  /**
   * What prices add to what a way costs, owes and has ahead, so that it bounds what it leads to.
   */
  readonly constant: number;
  /** What is left to pay at least at a candidate after a clip, prices of what is shown included. */
  readonly ahead: (candidate: number, material: number) => number;
  /** Prices by clip: of each time it is shown, and of its not being shown where it must be. */
  readonly uses: Float64Array;
  readonly musts: Float64Array;
}

/** What showing one source frame of each clip again costs at least. */
function againAtLeast({ problem, shots }: Relaxed): Float64Array {
  const dearest = new Float64Array(problem.materials.length).fill(Infinity);
  for (const { share, ways } of shots.flat())
    ways.forEach((of, clip) => {
      for (const { sourceIn, sourceOut } of of)
        dearest[clip] = Math.min(
          dearest[clip]!,
          (problem.weights.repeat * ALL_AGAIN * share) / (sourceOut - sourceIn),
        );
    });
  return dearest;
}

/** How much more each source frame of each clip is shown than once, what is seen outside too. */
function shownTooOften({ problem }: Relaxed, { steps }: Cheapest): Float64Array[] {
  const over = problem.materials.map(({ frames }) => new Float64Array(frames).fill(-1));
  const add = (clip: number, from: number, to: number) => {
    for (let frame = from; frame < to; frame++) over[clip]![frame]!++;
  };
  startingRanges(problem).forEach((seen, clip) => {
    for (const range of seen) add(clip, range.in, range.out);
  });
  for (const { clip, show } of steps) if (show) add(clip, show.sourceIn, show.sourceOut);
  return over;
}

/** Rounds in which prices are found at most, and at least. */
const [MOST_ROUNDS, LEAST_ROUNDS] = [40, 3];
/** Shots looked at in all rounds for which there is time: rounds, shots, clips. */
const SHOTS_LOOKED_AT = 400_000;
/** What is missing to the best is taken to be this part of the bound where nothing is known. */
const MISSING = 0.05;
/** Part of the last step's way that is kept to. */
const KEPT_TO = 0.7;
/** What becomes of the length of steps after a round that did not raise the bound. */
const SHORTER = 0.95;

/** Prices, how much what they are for is broken, and the most that each may be. */
interface Priced {
  readonly price: Float64Array;
  /** The way that prices went last, which is kept to in part. */
  readonly course: Float64Array;
  readonly over: ArrayLike<number>;
  readonly most: number;
}

/** Goes towards prices at which less is broken; whether there is anywhere to go. */
function raised(priced: readonly Priced[], way: number): boolean {
  let [norm, broken] = [0, false];
  for (const { price, course, over } of priced)
    for (let i = 0; i < price.length; i++) {
      broken ||= over[i]! > 0 || (over[i]! < 0 && price[i]! > 0);
      const by = over[i]! + KEPT_TO * course[i]!;
      // A price that is nothing does not fall.
      course[i] = by < 0 && price[i] === 0 ? 0 : by;
      norm += course[i]! ** 2;
    }
  if (!broken || norm === 0 || way <= 0) return false;
  for (const { price, course, most } of priced)
    for (let i = 0; i < price.length; i++)
      price[i] = Math.min(most, Math.max(0, price[i]! + (way / norm) * course[i]!));
  return true;
}

/** What is relaxed, and how much is known. */
interface Relaxing {
  /** What a layout costs that was found; null for none. */
  readonly known: number | null;
  /** Whether shots count too whose length is not near what is wanted. */
  readonly wide: boolean;
  /** Whether source frames have prices. */
  readonly priceFrames: boolean;
}

/**
 * Bounds what a layout costs from below by Lagrangian relaxation (Fisher 1981): how often clips may
 * and must be shown, and that no source frame is shown twice, have prices, which are raised where
 * the cheapest way through breaks the rule (subgradient method, with steps of Polyak 1969).
 */
export function relaxation(
  problem: Problem,
  costs: ShotCosts,
  { known, wide, priceFrames }: Relaxing,
): Relaxation {
  const { materials } = problem;
  const clips = materials.length;
  const near = shotsOf(problem, costs);
  const far = wide ? shotsFar(problem, costs) : [];
  const shots = near.map((from, i) => [...from, ...(far[i] ?? [])]);
  const relaxed = { problem, shots, after: afterCosts(problem) };
  const before = usesBefore(problem);
  const mayStill = materials.map(({ most }, i) => most - before[i]!);
  const must = materials.map((m, i) => m.must && before[i] === 0);
  const again = againAtLeast(relaxed);
  const prices = {
    uses: new Float64Array(clips),
    musts: new Float64Array(clips),
    frames: materials.map(({ frames }) => new Float64Array(frames)),
  };
  const outside = shownTooOften(relaxed, { cost: 0, ahead: new Float64Array(0), steps: [] });
  const courses = [prices.uses, prices.musts, ...prices.frames].map(
    (p) => new Float64Array(p.length),
  );
  let best: Relaxation | null = null;
  let reach = 1;
  const each = shots.reduce((sum, from) => sum + from.length, 0) * clips;
  const rounds = Math.min(MOST_ROUNDS, Math.max(LEAST_ROUNDS, SHOTS_LOOKED_AT / Math.max(1, each)));
  for (let round = 0; round < rounds; round++) {
    const found = cheapestThrough(relaxed, prices);
    let constant = 0;
    for (let i = 0; i < clips; i++) {
      if (prices.uses[i]! > 0) constant -= prices.uses[i]! * mayStill[i]!;
      prices.frames[i]!.forEach((price, frame) => (constant += price * outside[i]![frame]!));
    }
    const bound = found.cost + constant + prices.musts.reduce((sum, price) => sum + price, 0);
    if (best && bound <= best.bound) reach *= SHORTER;
    else {
      const [uses, musts] = [prices.uses.slice(), prices.musts.slice()];
      const ahead = (at: number, clip: number) => found.ahead[at * clips + clip]!;
      best = { bound, constant, ahead, uses, musts };
    }
    const shown = new Float64Array(clips);
    for (const { clip } of found.steps) shown[clip]!++;
    const often = shownTooOften(relaxed, found);
    const missing = known === null ? MISSING * Math.abs(best.bound) : known - bound;
    const goes = raised(
      [
        {
          price: prices.uses,
          course: courses[0]!,
          over: shown.map((n, i) => Math.max(-1e9, n - mayStill[i]!)),
          most: Infinity,
        },
        {
          price: prices.musts,
          course: courses[1]!,
          over: shown.map((n, i) => (must[i] ? 1 - n : 0)),
          most: Infinity,
        },
        ...(priceFrames ? prices.frames : []).map((price, i) => ({
          price,
          course: courses[i + 2]!,
          over: often[i]!,
          most: again[i]!,
        })),
      ],
      bound === Infinity ? 0 : reach * missing,
    );
    if (!goes) break;
  }
  return best!;
}
