import { againAfter, followingCost, leavingCost } from './neighbour-costs.ts';
import type { Problem } from './problem.ts';
import type { Shot } from './relaxed-shots.ts';
import type { Showing } from './showings.ts';

/** Prices of what a rule that was given up forbids, by clip. */
export interface Prices {
  /** Of each time a clip is shown, and of its not being shown. */
  readonly uses: Float64Array;
  readonly musts: Float64Array;
  /** Of each source frame each time it is shown. */
  readonly frames: readonly Float64Array[];
}

/** What a relaxation is worked out from. */
export interface Relaxed {
  readonly problem: Problem;
  readonly shots: readonly (readonly Shot[])[];
  /** What each clip costs after each, in a shot of share one. */
  readonly after: readonly Float64Array[];
}

/** What each clip costs after each, in a shot of share one. */
export function afterCosts(problem: Problem): Float64Array[] {
  const { materials } = problem;
  return materials.map((_, one) =>
    Float64Array.from(
      materials,
      (_next, next) =>
        followingCost(problem, one, next) + (one === next ? againAfter(problem, 0) : 0),
    ),
  );
}

/** Sums of numbers from the first, one more than there are. */
function sumsOf(numbers: Float64Array): Float64Array {
  const sums = new Float64Array(numbers.length + 1);
  for (let i = 0; i < numbers.length; i++) sums[i + 1] = sums[i]! + numbers[i]!;
  return sums;
}

/** The cheapest way to show a clip in a shot where source frames have prices. */
function cheapestShowing(
  { share, ways, beside, least }: Shot,
  clip: number,
  sums: Float64Array,
): { readonly cost: number; readonly show: Showing | null } {
  if (least) return { cost: least[clip]!, show: null };
  let cost = ways[clip]!.length > 0 ? beside : Infinity;
  let show: Showing | null = null;
  for (const way of ways[clip]!) {
    const priced = share * way.cost + way.drop + sums[way.sourceOut]! - sums[way.sourceIn]!;
    if (priced < cost) [cost, show] = [priced, way];
  }
  return { cost, show };
}

/** The cheapest way through all shots at some prices. */
export interface Cheapest {
  readonly cost: number;
  readonly ahead: Float64Array;
  readonly steps: readonly { readonly clip: number; readonly show: Showing | null }[];
}

/** The cheapest way through all shots, backwards over candidates and clips (Bellman 1957). */
export function cheapestThrough({ problem, shots, after }: Relaxed, prices: Prices): Cheapest {
  const { candidates, materials, shownBefore } = problem;
  const [clips, end] = [materials.length, candidates.length - 1];
  const sums = prices.frames.map(sumsOf);
  const ahead = new Float64Array(candidates.length * clips).fill(Infinity);
  const [nextShot, nextClip] = [new Int32Array(ahead.length), new Int32Array(ahead.length)];
  for (let clip = 0; clip < clips; clip++) ahead[end * clips + clip] = leavingCost(problem, clip);
  const before = shownBefore.at(-1);
  let first = { cost: Infinity, shot: -1, clip: -1 };
  for (let from = end - 1; from >= 0; from--)
    shots[from]!.forEach((shot, s) => {
      const { to, share, own } = shot;
      for (let clip = 0; clip < clips; clip++) {
        const alone =
          own +
          prices.uses[clip]! -
          prices.musts[clip]! +
          cheapestShowing(shot, clip, sums[clip]!).cost +
          ahead[to * clips + clip]!;
        if (alone === Infinity) continue;
        if (from === 0) {
          const cost = alone + share * (before === undefined ? 0 : after[before]![clip]!);
          if (cost < first.cost) first = { cost, shot: s, clip };
          continue;
        }
        for (let previous = 0; previous < clips; previous++) {
          const at = from * clips + previous;
          const cost = alone + share * after[previous]![clip]!;
          if (cost >= ahead[at]!) continue;
          ahead[at] = cost;
          nextShot[at] = s;
          nextClip[at] = clip;
        }
      }
    });
  const steps: { readonly clip: number; readonly show: Showing | null }[] = [];
  let [from, { shot, clip }] = [0, first];
  while (shot >= 0) {
    const taken = shots[from]![shot]!;
    steps.push({ clip, show: cheapestShowing(taken, clip, sums[clip]!).show });
    from = taken.to;
    if (from === end) break;
    const at = from * clips + clip;
    [shot, clip] = [nextShot[at]!, nextClip[at]!];
  }
  return { cost: first.cost, ahead, steps };
}
