import type { Problem } from './problem.ts';

/** The same problem with its clips in the other order. */
export function reversedClips(problem: Problem): Problem {
  const { materials, candidates, likeness, first, last, before, together } = problem;
  const end = materials.length - 1;
  const other = (i: number | null): number | null => (i === null ? null : end - i);
  const pairs = (list: Problem['before']) =>
    list.map(([one, next]) => [end - one, end - next] as const);
  return {
    ...problem,
    materials: materials.toReversed(),
    candidates: candidates.map((c) =>
      c.starts === undefined ? c : { ...c, starts: end - c.starts },
    ),
    likeness: (i, j) => likeness(end - i, end - j),
    first: other(first),
    last: other(last),
    before: pairs(before),
    together: pairs(together),
    shownBefore: problem.shownBefore.map((i) => end - i),
    shownAfter: other(problem.shownAfter),
  };
}
