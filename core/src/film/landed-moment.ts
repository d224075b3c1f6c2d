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
 * The moments of its clip that a shot shows on a cue, or on its own start, in the order of their
 * frames.
 */
export function landedMoments(
  { cueFrames }: Film,
  { clip, time, start, length }: ShotFacts,
): LandedMoment[] {
  if (!clip || !time || clip.moments.length === 0) return [];
  const moments = new Set<number>(clip.moments.map(({ at }) => at));
  const landed: LandedMoment[] = [];
  for (let after = 0; after < length; after++) {
    const moment = time.at(after);
    if (!moments.has(moment) || (after > 0 && !cueFrames.has(start + after))) continue;
    landed.push({ moment, after });
  }
  return landed;
}

/** The first of them; null when none lands. */
export const landedMoment = (film: Film, facts: ShotFacts): LandedMoment | null =>
  landedMoments(film, facts)[0] ?? null;
