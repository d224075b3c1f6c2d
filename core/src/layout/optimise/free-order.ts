import { shotsAndCosts, type Step } from './explain.ts';
import { againAfter, followingCost } from './neighbour-costs.ts';
import type { Found, Problem } from './problem.ts';
import { shotCosts, type ShotCosts } from './shot-costs.ts';

/** How much is kept: ways to be at one candidate, and of those that end with one clip. */
export interface Breadth {
  readonly ways: number;
  readonly perClip: number;
}

export const USUAL_BREADTH: Breadth = { ways: 24, perClip: 3 };

/** A way to be at a candidate. */
interface Way {
  readonly cost: number;
  /** Cost with what is still to be paid for clips that must be shown. */
  readonly rank: number;
  readonly step: Step | null;
  readonly before: Way | null;
  /** How often each clip was shown, and after which shot last, from 1; 0 for never. */
  readonly uses: Uint16Array;
  readonly lastShown: Uint16Array;
  readonly shots: number;
}

/** What a clip that must be shown and is not yet counts when ways are compared. */
const MUST = 2;

/** Puts a way among the cheapest of those that end with its clip. */
function keep(ways: Way[], way: Way, most: number): void {
  if (ways.length >= most && way.rank >= ways.at(-1)!.rank) return;
  const at = ways.findIndex((w) => w.rank > way.rank);
  ways.splice(at < 0 ? ways.length : at, 0, way);
  if (ways.length > most) ways.pop();
}

/** The cheapest ways at a candidate, over all clips. */
const cheapest = (byClip: readonly Way[][], most: number): Way[] =>
  byClip
    .flat()
    .sort((a, b) => a.rank - b.rank)
    .slice(0, most);

/** The cost of showing a clip again after `way`; see `repeatCost`. */
function repeated(way: Way, material: number, problem: Problem): number {
  const last = way.lastShown[material]!;
  return last === 0 ? 0 : againAfter(problem, way.shots - last);
}

/**
 * A good layout with the clips in any order: from candidate to candidate, keeping the cheapest ways to be there, some for
 * each clip that they end with (beam search). With breadth enough for all ways it is the best of all. Yields the part that
 * is done; null when it finds none.
 */
export function* bestInAnyOrder(
  problem: Problem,
  breadth = USUAL_BREADTH,
  costs: ShotCosts = shotCosts(problem),
): Generator<number, Found | null, void> {
  const { candidates, materials, first, last } = problem;
  const end = candidates.length - 1;
  const none = () => new Uint16Array(materials.length);
  const pending = materials.filter((m) => m.must).length;
  const ways = candidates.map(() => materials.map((): Way[] => []));
  const start: Way = {
    ...{ cost: 0, rank: MUST * pending, step: null, before: null },
    ...{ uses: none(), lastShown: none(), shots: 0 },
  };
  for (let from = 0; from < end; from++) {
    yield from / end;
    for (const way of from === 0 ? [start] : cheapest(ways[from]!, breadth.ways))
      for (const to of costs.ends(from)) {
        const between = costs.pace(from, to) + costs.cue(to);
        for (let material = 0; material < materials.length; material++) {
          const { most, must } = materials[material]!;
          const use = way.uses[material]!;
          const here =
            (from > 0 || first === null || first === material) && (to < end || last === null || last === material);
          if (use >= most || !here) continue;
          const fit = costs.fit(material, use, from, to);
          if (!fit) continue;
          const follows = way.step ? followingCost(problem, way.step.material, material) : 0;
          const added = between + fit.cost + follows + repeated(way, material, problem);
          const rank = way.rank + added - (must && use === 0 ? MUST : 0);
          const list = ways[to]![material]!;
          if (list.length >= breadth.perClip && rank >= list.at(-1)!.rank) continue;
          const [uses, lastShown] = [way.uses.slice(), way.lastShown.slice()];
          uses[material] = use + 1;
          lastShown[material] = way.shots + 1;
          const step = { from, to, material, use };
          keep(
            list,
            { cost: way.cost + added, rank, step, before: way, uses, lastShown, shots: way.shots + 1 },
            breadth.perClip,
          );
        }
      }
  }
  const whole = ways[end]!.flat().filter(({ uses }) => materials.every(({ must }, i) => !must || uses[i]! > 0));
  if (whole.length === 0) return null;
  const steps: Step[] = [];
  for (let way: Way | null = whole.reduce((a, b) => (b.cost < a.cost ? b : a)); way?.step; way = way.before)
    steps.unshift(way.step);
  return shotsAndCosts(problem, costs, steps);
}
