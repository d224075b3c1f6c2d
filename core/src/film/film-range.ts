import { filmOf } from './film.ts';
import { frames, type Frames, type GivenFrames } from '../time/index.ts';
import type { Plan } from '../plan/index.ts';

/** Frames of the film from one up to but not including another. */
export interface FilmRange {
  readonly from: Frames;
  readonly to: Frames;
}

/** All of the film. */
export const wholeFilm = ({ score, target }: Plan): FilmRange => ({
  from: frames(0),
  to: score?.length ?? target,
});

/** So many frames on either side of another, as far as the film goes. */
export function rangeAround(
  plan: Plan,
  frame: GivenFrames,
  before: GivenFrames,
  after: GivenFrames,
): FilmRange {
  const { to } = wholeFilm(plan);
  return {
    from: frames(Math.max(0, frame - before)),
    to: frames(Math.min(to, Math.max(1, frame + after))),
  };
}

/** The section of the music in which a frame lies; all of the film where there are none. */
export function sectionAround(plan: Plan, frame: GivenFrames): FilmRange {
  const { to } = wholeFilm(plan);
  const starts = filmOf(plan)
    .cues.filter((cue) => cue.kind === 'section' && cue.frame > 0 && cue.frame < to)
    .map((cue) => cue.frame);
  return {
    from: starts.findLast((start) => start <= frame) ?? frames(0),
    to: starts.find((start) => start > frame) ?? to,
  };
}
