import type { SourceFrames } from '../time/index.ts';
import type { Film } from './film.ts';
import type { ShotFacts } from './shots.ts';

/** A moment of the source that is shown on a frame of a shot. */
export interface LandedMoment {
  readonly moment: SourceFrames;
  /** Frames after the start of the shot. */
  readonly after: number;
}

/**
 * The first moment of its clip that a shot shows on a cue, or on its own start; null when none
 * lands.
 */
export function landedMoment(
  { cueFrames }: Film,
  { clip, time, start, length }: ShotFacts,
): LandedMoment | null {
  if (!clip || !time || clip.moments.length === 0) return null;
  const moments = new Set<number>(clip.moments.map(({ at }) => at));
  for (let after = 0; after < length; after++) {
    const moment = time.at(after);
    if (moments.has(moment) && (after === 0 || cueFrames.has(start + after)))
      return { moment, after };
  }
  return null;
}
