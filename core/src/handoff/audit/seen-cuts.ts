import type { JoinFacts } from '../../joins/index.ts';

/**
 * Whether a cut is seen as one: the pictures after it are not those with which the shot before it
 * would have gone on.
 */
export function isSeenCut({ out, into }: JoinFacts): boolean {
  if (!out.clip || out.clip !== into.clip || !out.time) return true;
  return Math.abs(out.time.at(out.length) - into.sourceIn) > 1;
}
