import type { Problem, SourceRange } from './problem.ts';

/** What of a clip has been shown: stretches that do not touch, in order. */
export type Seen = readonly SourceRange[];

/** What a shot costs whose frames were all shown before, in times of a clip shown again at once. */
export const ALL_AGAIN = 6;

/** Source frames that a way to show a clip shows. */
interface Shown {
  readonly sourceIn: number;
  readonly sourceOut: number;
}

/** What has been shown once this is too. */
export function withShown(seen: Seen, { sourceIn, sourceOut }: Shown): Seen {
  let [from, to] = [sourceIn, sourceOut];
  let at = 0;
  while (at < seen.length && seen[at]!.out < from) at++;
  let after = at;
  for (; after < seen.length && seen[after]!.in <= to; after++) {
    from = Math.min(from, seen[after]!.in);
    to = Math.max(to, seen[after]!.out);
  }
  return [...seen.slice(0, at), { in: from, out: to }, ...seen.slice(after)];
}

/** What of each clip is shown outside the stretch that is laid out. */
export const startingRanges = ({ materials, shownOutside }: Problem): Seen[] =>
  materials.map((_, i) =>
    (shownOutside[i] ?? []).reduce<Seen>(
      (seen, range) => withShown(seen, { sourceIn: range.in, sourceOut: range.out }),
      [],
    ),
  );

/** The part of source frames that were shown before, 0–1. */
export function seenAgain(seen: Seen, { sourceIn, sourceOut }: Shown): number {
  let again = 0;
  for (const range of seen)
    if (range.out > sourceIn) {
      if (range.in >= sourceOut) break;
      again += Math.min(range.out, sourceOut) - Math.max(range.in, sourceIn);
    }
  return again / (sourceOut - sourceIn);
}

/**
 * Starts of shots of so many source frames that lie right after something that was shown or end
 * right before it, and show nothing of it again; from `least` to `most`, in order.
 */
export function startsBeside(seen: Seen, length: number, least: number, most: number): number[] {
  const starts: number[] = [];
  const offer = (start: number) => {
    if (start >= least && start <= most && starts.at(-1) !== start) starts.push(start);
  };
  seen.forEach((range, i) => {
    const room = range.in - (seen[i - 1]?.out ?? -Infinity);
    if (room >= length) offer(range.in - length);
    if ((seen[i + 1]?.in ?? Infinity) - range.out >= length) offer(range.out);
  });
  return starts;
}

/** What it costs to show source frames again. */
export const seenAgainCost = ({ weights }: Problem, seen: Seen, shown: Shown): number =>
  seen.length > 0 ? weights.repeat * ALL_AGAIN * seenAgain(seen, shown) : 0;
