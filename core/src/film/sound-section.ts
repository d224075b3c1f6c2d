import type { Sound } from '../plan/index.ts';
import type { Stretch } from '../listen/index.ts';
import { samples, type Samples } from '../time/index.ts';
import { usedCues } from './sound-cues.ts';

/** The section of a sound that holds an instant, from one section's start to the next. */
export function sectionOfSound(sound: Sound, at: Samples): Stretch {
  const starts = usedCues(sound).flatMap((cue) => (cue.kind === 'section' ? [cue.at] : []));
  return {
    from: starts.findLast((start) => start <= at) ?? samples(0),
    to: starts.find((start) => start > at) ?? sound.analysis.length,
  };
}
