import type { Problem } from './problem.ts';

/** Which clips may be shown where; see `rulesOf`. */
export interface Rules {
  /**
   * Whether a clip may be shown after `previous` (null for nothing), when each was shown so often.
   */
  readonly follows: (material: number, previous: number | null, uses: ArrayLike<number>) => boolean;
  /** Whether a shot that starts at a candidate may be of a clip, and one that ends at one. */
  readonly starts: (material: number, from: number) => boolean;
  readonly ends: (material: number, to: number) => boolean;
}

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
}: Problem): Rules {
  const end = candidates.length - 1;
  const follower = new Map(together);
  const leader = new Map(together.map(([one, next]) => [next, one]));
  const earlier = materials.map((_, i) =>
    before.flatMap(([one, next]) => (next === i ? [one] : [])),
  );
  return {
    follows: (material, previous, uses) => {
      if (uses[material]! >= materials[material]!.most) return false;
      if (!earlier[material]!.every((one) => uses[one]! > 0)) return false;
      const led = previous === null ? undefined : follower.get(previous);
      if (led !== undefined && led !== material) return false;
      return !leader.has(material) || leader.get(material) === previous;
    },
    starts: (material, from) => {
      if (from === 0 && first !== null && first !== material) return false;
      const { starts, asks } = candidates[from]!;
      return (starts ?? material) === material && (asks?.clips?.has(material) ?? true);
    },
    ends: (material, to) => {
      if (to < end) return true;
      if (last !== null && last !== material) return false;
      return !follower.has(material) || follower.get(material) === shownAfter;
    },
  };
}

/** How often each clip was shown before the first shot. */
export function usesBefore({ materials, shownBefore }: Problem): Uint16Array {
  const uses = new Uint16Array(materials.length);
  for (const material of shownBefore) uses[material]!++;
  return uses;
}
