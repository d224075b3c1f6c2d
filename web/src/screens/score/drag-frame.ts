import { nearestCueIndex, type Cue } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { frames } from '@caesura/core/time';

/**
 * The frame under the pointer for a cut: that of the nearest cue inside its limits, or exactly
 * there when free.
 */
export function frameFor(
  at: number,
  free: boolean,
  { from, to }: { from: number; to: number },
  cues: readonly Cue[],
  plan: Pick<Plan, 'rate'>,
) {
  const exact = Math.round((at * plan.rate.num) / plan.rate.den);
  const kept = Math.min(to, Math.max(from, exact));
  if (free) return frames(kept);
  const cue = cues[nearestCueIndex(cues, exact)];
  return frames(cue && cue.frame >= from && cue.frame <= to ? cue.frame : kept);
}
