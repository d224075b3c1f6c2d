import type { Problem } from './problem.ts';

/**
 * Which clip may be shown after `previous` (null for nothing), when each was shown so often: says
 * of one whether it may between two candidates.
 */
export type MayFollow = (
  previous: number | null,
  uses: ArrayLike<number>,
) => (material: number, from: number, to: number) => boolean;

/**
 * The rules of a problem that say which clip may be shown where: ends, pins, how often, before,
 * together.
 */
export function rulesOf({
  candidates,
  materials,
  first,
  last,
  before,
  together,
  shownAfter,
}: Problem): MayFollow {
  const end = candidates.length - 1;
  const follower = new Map(together);
  const leader = new Map(together.map(([one, next]) => [next, one]));
  const earlier = materials.map((_, i) =>
    before.flatMap(([one, next]) => (next === i ? [one] : [])),
  );
  return (previous, uses) => (material, from, to) => {
    if (uses[material]! >= materials[material]!.most) return false;
    if (from === 0 && first !== null && first !== material) return false;
    if (to === end && last !== null && last !== material) return false;
    if ((candidates[from]!.starts ?? material) !== material) return false;
    if (candidates[from]!.asks?.clips?.has(material) === false) return false;
    if (!earlier[material]!.every((one) => uses[one]! > 0)) return false;
    const led = previous === null ? undefined : follower.get(previous);
    if (led !== undefined && led !== material) return false;
    if (leader.has(material) && leader.get(material) !== previous) return false;
    return to < end || !follower.has(material) || follower.get(material) === shownAfter;
  };
}

/** How often each clip was shown before the first shot. */
export function usesBefore({ materials, shownBefore }: Problem): Uint16Array {
  const uses = new Uint16Array(materials.length);
  for (const material of shownBefore) uses[material]!++;
  return uses;
}
