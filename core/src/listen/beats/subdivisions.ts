import { samples, type Samples } from '../../time/index.ts';
import type { Beat } from '../analysis.ts';

/** What starts to sound somewhere, as far as dividing beats asks. */
interface Started {
  readonly at: Samples;
  readonly strength: number;
  readonly confidence: number;
}

/** How far from its place, as a part of the beat, an onset may lie to be on it. */
const REACH = 0.08;
/** Strength and confidence, against the beats about it, of a place where nothing was heard. */
const UNHEARD = 0.4;

/**
 * The places that divide each beat into `parts` equal ones, without the beats themselves: halves of
 * 2, quarters of 4 (of which the halves are left out, being halves). A place with an onset takes
 * its instant and strength. Beats and onsets ascend.
 */
export function subdivisions(
  beats: readonly Beat[],
  onsets: readonly Started[],
  parts: 2 | 4,
): Beat[] {
  let next = 0;
  return beats.slice(0, -1).flatMap((beat, i) => {
    const to = beats[i + 1]!;
    const length = to.at - beat.at;
    return (parts === 2 ? [1] : [1, 3]).map((part): Beat => {
      const at = beat.at + (part * length) / parts;
      while (next < onsets.length && onsets[next]!.at < at - REACH * length) next++;
      let best: Started | null = null;
      for (let k = next; k < onsets.length && onsets[k]!.at <= at + REACH * length; k++)
        if (!best || Math.abs(onsets[k]!.at - at) < Math.abs(best.at - at)) best = onsets[k]!;
      const sure = Math.min(beat.confidence, to.confidence);
      if (best)
        return {
          at: best.at,
          strength: best.strength,
          confidence: sure * Math.max(UNHEARD, best.confidence),
        };
      const strength = UNHEARD * Math.min(beat.strength, to.strength);
      return { at: samples(Math.round(at)), strength, confidence: UNHEARD * sure };
    });
  });
}
