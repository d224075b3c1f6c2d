import type { Fault } from '@caesura/core/faults';
import { filmOf } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { SCREEN_OF } from '../fault-places.ts';
import { counted } from '../format.ts';

/** What is missing for a film, and the screen on which it is done. */
export interface NextStep {
  readonly what: string;
  readonly screen: string;
}

/**
 * The first thing that is missing on the way from an empty plan to files, in the order of the work;
 * when nothing is, to hand it over.
 */
export function nextStep(plan: Plan, faults: readonly Fault[]): NextStep {
  const { music, sounds, clips, score, target } = plan;
  if (!music && sounds.length === 0) return { what: 'add the music', screen: 'listen' };
  if (clips.length === 0) return { what: 'add clips', screen: 'footage' };
  const { shots } = filmOf(plan);
  if (!score && clips.every(({ moments }) => moments.length === 0))
    return { what: 'keep moments of the clips, so that they can land', screen: 'footage' };
  if (!score) return { what: 'let layouts be proposed', screen: 'score' };
  if (score.length !== target) {
    const over = score.length - target;
    return {
      what: `propose again: it is ${counted(Math.abs(over), 'frame')} ${over > 0 ? 'over' : 'under'}`,
      screen: 'score',
    };
  }
  const empty = shots.filter(({ clip }) => !clip).length;
  if (empty > 0) return { what: `fill ${counted(empty, 'shot')} without a clip`, screen: 'score' };
  const [first] = faults;
  if (first)
    return { what: `mend ${counted(faults.length, 'fault')}`, screen: SCREEN_OF[first.area] };
  return { what: 'nothing is missing; hand it over', screen: 'hand-off' };
}
