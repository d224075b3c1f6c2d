import { nearestCueIndex, type Cue } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { frames, type Frames, type Seconds } from '@caesura/core/time';

/**
 * The frame of a cut that is held at a time of the film: that of the nearest of the cues when it
 * lies inside the limits, else exactly there, as far as the limits go.
 */
export function frameFor(
  plan: Pick<Plan, 'rate'>,
  at: Seconds,
  { from, to }: { readonly from: number; readonly to: number },
  cues: readonly Cue[],
): Frames {
  const exact = Math.round((at * plan.rate.num) / plan.rate.den);
  const cue = cues[nearestCueIndex(cues, exact)];
  if (cue && cue.frame >= from && cue.frame <= to) return cue.frame;
  return frames(Math.min(to, Math.max(from, exact)));
}
