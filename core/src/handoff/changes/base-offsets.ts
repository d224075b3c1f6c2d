/** Most different offsets that are weighed. */
const MOST = 400;

/**
 * By how much all that follows comes later at each of some places, from how much each comes later
 * itself: 0 before the first, `last` after the last, and between with as few changes and as few
 * places beside them as can be (dynamic programming; of equal ways the one that changes later).
 */
export function baseOffsets(offsets: readonly number[], last: number): number[] {
  const values = [...new Set([0, last, ...offsets])].slice(0, MOST);
  const zero = values.indexOf(0);
  let costs = values.map((_, v): number => (v === zero ? 0 : 1));
  const came: number[][] = [];
  offsets.forEach((offset) => {
    const least = costs.reduce((best, cost, v) => (cost < costs[best]! ? v : best), 0);
    came.push(costs.map((cost, v) => (cost <= costs[least]! + 1 ? v : least)));
    costs = costs.map(
      (cost, v) => Math.min(cost, costs[least]! + 1) + Number(values[v] !== offset),
    );
  });
  const end = values.indexOf(last);
  const least = costs.reduce((best, cost, v) => (cost < costs[best]! ? v : best), 0);
  let at = costs[end]! <= costs[least]! + 1 ? end : least;
  const base: number[] = [];
  for (let i = offsets.length - 1; i >= 0; i--) {
    base[i] = values[at]!;
    at = came[i]![at]!;
  }
  return base;
}
