import type { Plan, Score } from '@caesura/core/plan';

/**
 * What a small picture of a score shows: the start of each shot, and the place of its clip or −1.
 */
export function miniShots({ shots }: Score, { clips }: Plan): (readonly [number, number])[] {
  const places = new Map<string | null, number>(clips.map(({ id }, i) => [id, i]));
  return shots.map(({ start, clip }) => [start, places.get(clip) ?? -1]);
}
