import type { Frames } from '../../time/index.ts';
import { CUES_TRIED, endWays, fitterOf, LANDING_WORTH, turnsOf, type Fit } from './fit.ts';
import type { Problem } from './problem.ts';

/**
 * What is worked out once for a problem: which cuts can follow which, and what each clip costs
 * between them.
 */
export interface ShotCosts {
  /** Places among the candidates to which a shot from candidate `from` may last, in order. */
  readonly ends: (from: number) => readonly number[];
  /**
   * How much a shot counts: its length in wanted lengths, so that many short shots together count
   * as much as few long ones, and no cost makes shots longer or shorter.
   */
  readonly share: (from: number, to: number) => number;
  /** Costs of the length and of the cue at its end, weighted. */
  readonly pace: (from: number, to: number) => number;
  readonly cue: (to: number) => number;
  /**
   * The best use of a clip between two candidates the `use`-th time it is shown; null when it does
   * not last.
   */
  readonly fit: (material: number, use: number, from: number, to: number) => Fit | null;
  /** What a clip costs the `use`-th time from a candidate to each of its ends. */
  readonly fits: (material: number, use: number, from: number) => Fits;
  /** The same for one end. */
  readonly fitCost: (material: number, use: number, from: number, to: number) => number;
  readonly head: (material: number, use: number, from: number, to: number) => number;
  readonly tail: (material: number, use: number, from: number, to: number) => number;
}

/** What a clip costs from a candidate on: for its end `i` at place `first + i`. */
export interface Fits {
  readonly first: number;
  /** Cost of the best use; infinite when the clip does not last. */
  readonly costs: Float64Array;
  /**
   * The ways its picture goes after its start and before its end, in radians; not a number when it
   * hardly goes.
   */
  readonly heads: Float64Array;
  readonly tails: Float64Array;
}

/** Places among the candidates to which a shot from each may last. */
export function endsOf({ candidates, shortest, longest }: Problem): number[][] {
  return candidates.map((start, from) => {
    const found: number[] = [];
    for (let to = from + 1; to < candidates.length; to++) {
      const length = candidates[to]!.frame - start.frame;
      // Between two locked cuts a shot may be as short as they make it.
      const held = start.locked && candidates[to]!.locked;
      if (length <= longest && (length >= shortest || held)) found.push(to);
      if (candidates[to]!.locked || length > longest) break;
    }
    return found;
  });
}

/** Works out what shots of a problem cost, each thing once. */
export function shotCosts(problem: Problem): ShotCosts {
  const { candidates, wanted, materials, weights } = problem;
  const last = candidates.length - 1;
  const ends = endsOf(problem);
  /**
   * Place of the first shot from each candidate in a list of all that may be, and what lies between
   * its ends.
   */
  const firsts = new Uint32Array(candidates.length + 1);
  ends.forEach((found, from) => (firsts[from + 1] = firsts[from]! + found.length));
  const shots = firsts[last + 1]!;
  // The ends of a candidate lie side by side.
  const shotAt = (from: number, to: number): number => firsts[from]! + (to - ends[from]![0]!);
  const wantedAt = candidates.map(({ frame }) => Math.log(Math.max(1, wanted(frame))));
  // A cut is measured against the best that is near, or many cuts would cost more than few.
  const missed = candidates.map(({ frame, worth }, to) => {
    if (to === 0 || to === last) return 0;
    const reach = Math.max(1, wanted(frame)) / 2;
    const near = candidates.filter(
      (c, i) => i > 0 && i < last && Math.abs(c.frame - frame) <= reach,
    );
    return weights.cue * (near.reduce((best, c) => Math.max(best, c.worth), worth) - worth);
  });
  const [paces, shares] = [new Float64Array(shots), new Float64Array(shots)];
  ends.forEach((found, from) =>
    found.forEach((to) => {
      const length = candidates[to]!.frame - candidates[from]!.frame;
      const off = Math.log(length) - wantedAt[from]!;
      shares[shotAt(from, to)] = length / Math.max(1, wanted(candidates[from]!.frame));
      paces[shotAt(from, to)] = weights.pace * off * off;
    }),
  );
  const landings: (readonly number[] | undefined)[] = [];
  const landingsOf = (from: number, to: number): readonly number[] =>
    (landings[shotAt(from, to)] ??= candidates
      .slice(from, to)
      .filter(({ worth }, i) => i === 0 || worth >= LANDING_WORTH)
      .toSorted((a, b) => b.worth - a.worth)
      .slice(0, CUES_TRIED)
      .map(({ frame }) => frame - candidates[from]!.frame));
  const fitters = materials.map((material) => fitterOf(material, problem));
  const fit: ShotCosts['fit'] = (material, use, from, to) => {
    const length = (candidates[to]!.frame - candidates[from]!.frame) as Frames;
    return fitters[material]!(use, length, landingsOf(from, to));
  };
  /** Costs and ways by clip and turn of use, and from which candidates they are worked out. */
  const known = materials.map((): (Omit<Fits, 'first'> & { readonly worked: Uint8Array })[] => []);
  const fits: ShotCosts['fits'] = (material, use, from) => {
    const turn = use % turnsOf(materials[material]!);
    const { costs, heads, tails, worked } = (known[material]![turn] ??= {
      costs: new Float64Array(shots),
      heads: new Float64Array(shots),
      tails: new Float64Array(shots),
      worked: new Uint8Array(candidates.length),
    });
    const first = firsts[from]!;
    if (!worked[from]) {
      worked[from] = 1;
      ends[from]!.forEach((to, i) => {
        const best = fit(material, turn, from, to);
        costs[first + i] = best?.cost ?? Infinity;
        const length = candidates[to]!.frame - candidates[from]!.frame;
        const { head, tail } = best
          ? endWays(materials[material]!, best, length)
          : { head: NaN, tail: NaN };
        [heads[first + i], tails[first + i]] = [head, tail];
      });
    }
    return { first, costs, heads, tails };
  };
  return {
    ends: (from) => ends[from]!,
    share: (from, to) => shares[shotAt(from, to)]!,
    pace: (from, to) => paces[shotAt(from, to)]!,
    cue: (to) => missed[to]!,
    fit,
    fits,
    fitCost: (material, use, from, to) => fits(material, use, from).costs[shotAt(from, to)]!,
    head: (material, use, from, to) => fits(material, use, from).heads[shotAt(from, to)]!,
    tail: (material, use, from, to) => fits(material, use, from).tails[shotAt(from, to)]!,
  };
}
