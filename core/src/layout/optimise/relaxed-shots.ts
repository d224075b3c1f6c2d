import type { Problem } from './problem.ts';
import { rulesOf } from './rules.ts';
import { shotCosts, type ShotCosts } from './shot-costs.ts';
import type { Showing } from './showings.ts';

/** A shot that may be, with what it costs whatever clip it shows. */
export interface Shot {
  readonly to: number;
  readonly share: number;
  readonly own: number;
  /** The ways to show each clip in it; none where it may not be shown. */
  readonly ways: readonly (readonly Showing[])[];
  /** What ways cost at least that lie beside what was seen, wherever that is. */
  readonly beside: number;
  /** What each clip costs at least where the ways are not worked out; else null. */
  readonly least: Float64Array | null;
}

const NONE: readonly Showing[] = [];

/** The shots from each candidate, each with the ways to show each clip. */
export function shotsOf(problem: Problem, costs: ShotCosts): Shot[][] {
  const { candidates, materials } = problem;
  const rules = rulesOf(problem);
  return candidates.map((_, from) =>
    costs.ends(from).map((to): Shot => {
      const share = costs.share(from, to);
      return {
        ...{ to, share },
        own: share * (costs.pace(from, to) + costs.cue(from, to)),
        beside: costs.leastUnseen(from, to),
        ways: materials.map((_m, material) =>
          rules.starts(material, from) && rules.ends(material, to)
            ? costs.ways(material, from, to)
            : NONE,
        ),
        least: null,
      };
    }),
  );
}

/**
 * The shots that are not near what is wanted, for which the ways are not worked out: each clip with
 * what it costs at least.
 */
export function shotsFar(problem: Problem, costs: ShotCosts): Shot[][] {
  const { candidates, materials } = problem;
  const wide = shotCosts({ ...problem, near: false });
  const rules = rulesOf(problem);
  return candidates.map((_, from) => {
    const near = new Set(costs.ends(from));
    return wide.ends(from).flatMap((to, i): Shot[] => {
      if (near.has(to)) return [];
      const share = wide.share(from, to);
      const least = Float64Array.from(materials, (_m, material) =>
        rules.starts(material, from) && rules.ends(material, to)
          ? wide.least(material, from, i)
          : Infinity,
      );
      const own = share * (wide.pace(from, to) + wide.cue(from, to));
      return [{ ...{ to, share, own, least }, beside: 0, ways: [] }];
    });
  });
}
