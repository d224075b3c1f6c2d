import type { BarLikeness } from './likeness.ts';

/** A way through bars: joins in the order heard, each from one bar line to another. */
export interface Way {
  readonly joins: readonly { readonly leave: number; readonly enter: number }[];
  /** Likeness of the weakest join. */
  readonly weakest: number;
}

/**
 * Bars that are heard at least between two joins, and before the first and after the last where
 * there are so many.
 */
const LEAST_RUN = 2;
/** Bars between two places of joining that are offered beside each other. */
const APART = 2;
/** Most steps of the search for ways of several joins; longer music is joined at one place. */
const MOST_WORK = 4e8;

/**
 * Ways with one place of joining, which goes back and is heard `times` times, or forward once, so
 * that about `wanted` bars are heard from bar line 0 to bar line `last`; the most alike first, each
 * at least two bars from the others.
 */
export function repeatedJoins(
  last: number,
  wanted: number,
  likeness: BarLikeness,
  count: number,
): Way[] {
  const more = wanted - last;
  const found: (Way & { readonly leave: number; readonly enter: number })[] = [];
  const mostTimes = more > 0 ? Math.ceil(more / LEAST_RUN) : 1;
  for (let times = 1; times <= Math.min(16, mostTimes); times++) {
    if (more % times !== 0) continue;
    const back = more / times;
    if (back === 0 || (back > 0 && back < LEAST_RUN)) continue;
    for (let leave = LEAST_RUN; leave <= last; leave++) {
      const enter = leave - back;
      if (enter < 0 || enter > last - Math.min(LEAST_RUN, last - 1)) continue;
      const alike = likeness.ofJoin(leave, enter);
      // Each time more is one more chance to notice it.
      found.push({
        joins: Array.from({ length: times }, () => ({ leave, enter })),
        weakest: alike - 0.02 * (times - 1),
        leave,
        enter,
      });
    }
  }
  found.sort((a, b) => b.weakest - a.weakest);
  const chosen: typeof found = [];
  for (const way of found) {
    if (chosen.length === count) break;
    if (
      chosen.every(
        (c) => Math.abs(c.leave - way.leave) >= APART || c.joins.length !== way.joins.length,
      )
    )
      chosen.push(way);
  }
  return chosen.map(({ joins, leave, enter }) => ({
    joins,
    weakest: likeness.ofJoin(leave, enter),
  }));
}

/**
 * The way of exactly `joins` joins anywhere, back or forward, that plays `wanted` bars from bar
 * line 0 and ends at bar line `last`, with the most alike joins: by dynamic programming over bars
 * heard, the bar line reached and joins made. Null when there is none, or too many bars to search.
 */
export function freeJoins(
  last: number,
  wanted: number,
  joins: number,
  likeness: BarLikeness,
): Way | null {
  const lines = last + 1;
  if (lines * lines * wanted * joins > MOST_WORK || wanted < LEAST_RUN * (joins + 1)) return null;
  const costs = new Float64Array(lines * lines);
  for (let leave = 0; leave < lines; leave++)
    for (let enter = 0; enter < lines; enter++)
      costs[leave * lines + enter] =
        Math.abs(leave - enter) < LEAST_RUN ? Infinity : (1 - likeness.ofJoin(leave, enter)) ** 2;
  // State after some bars: at a bar line, so many joins made; the last run is long enough when it
  // has just been joined LEAST_RUN bars before, so a join is one step of LEAST_RUN bars.
  const size = lines * (joins + 1);
  const best = Array.from({ length: wanted + 1 }, () => new Float64Array(size).fill(Infinity));
  /** The bar line left for the join that led to a state, or −1 for a bar simply heard. */
  const from = Array.from({ length: wanted + 1 }, () => new Int16Array(size).fill(-1));
  if (LEAST_RUN <= wanted && LEAST_RUN <= last) best[LEAST_RUN]![LEAST_RUN] = 0;
  for (let heard = LEAST_RUN; heard < wanted; heard++)
    for (let made = 0; made <= joins; made++)
      for (let line = 0; line < lines; line++) {
        const cost = best[heard]![made * lines + line]!;
        if (cost === Infinity) continue;
        if (line < last && cost < best[heard + 1]![made * lines + line + 1]!) {
          best[heard + 1]![made * lines + line + 1] = cost;
          from[heard + 1]![made * lines + line + 1] = -1;
        }
        const after = heard + LEAST_RUN;
        if (made === joins || after > wanted) continue;
        for (let enter = 0; enter + LEAST_RUN <= last; enter++) {
          const total = cost + costs[line * lines + enter]!;
          const state = (made + 1) * lines + enter + LEAST_RUN;
          if (total < best[after]![state]!) {
            best[after]![state] = total;
            from[after]![state] = line;
          }
        }
      }
  if (best[wanted]![joins * lines + last] === Infinity) return null;
  const way: { leave: number; enter: number }[] = [];
  for (let [heard, line, made] = [wanted, last, joins]; made > 0;) {
    const left = from[heard]![made * lines + line]!;
    if (left < 0) {
      heard--;
      line--;
    } else {
      way.unshift({ leave: left, enter: line - LEAST_RUN });
      heard -= LEAST_RUN;
      line = left;
      made--;
    }
  }
  return { joins: way, weakest: Math.min(...way.map((j) => likeness.ofJoin(j.leave, j.enter))) };
}
