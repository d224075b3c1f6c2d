import type { Problem } from './problem.ts';

/** The same problem with its clips in another order: `order` has the place that each had before. */
export function reorderedClips(problem: Problem, order: readonly number[]): Problem {
  const { materials, candidates, likeness, first, last, before, together } = problem;
  const places = new Map(order.map((was, is) => [was, is]));
  const placeOf = (was: number): number => places.get(was)!;
  const orNone = (was: number | null): number | null => (was === null ? null : placeOf(was));
  const pairs = (list: Problem['before']) =>
    list.map(([one, next]) => [placeOf(one), placeOf(next)] as const);
  return {
    ...problem,
    materials: order.map((was) => materials[was]!),
    candidates: candidates.map(({ starts, asks, ...candidate }) => ({
      ...candidate,
      ...(starts !== undefined && { starts: placeOf(starts) }),
      ...(asks && {
        asks: { ...asks, clips: asks.clips && new Set([...asks.clips].map(placeOf)) },
      }),
    })),
    likeness: (i, j) => likeness(order[i]!, order[j]!),
    first: orNone(first),
    last: orNone(last),
    before: pairs(before),
    together: pairs(together),
    shownBefore: problem.shownBefore.map(placeOf),
    shownAfter: orNone(problem.shownAfter),
    shownOutside: order.map((was) => problem.shownOutside[was] ?? []),
  };
}
