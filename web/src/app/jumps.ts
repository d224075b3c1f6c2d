import { filmOf, wholeFilm } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';

/** A place to jump to, in frames of the plan, and what it is called. */
export interface Jump {
  readonly frame: number;
  readonly name: string;
}

/** The first beat of every bar inside the film. */
export function barJumps(plan: Plan): Jump[] {
  const { to } = wholeFilm(plan);
  return filmOf(plan)
    .beats.filter(({ beat, frame }) => beat === 1 && frame >= 0 && frame < to)
    .map(({ bar, frame }) => ({ frame, name: `bar ${bar}` }));
}

/** The sections and drops of the music; what began before the film is at its start. */
export const sectionJumps = (plan: Plan): Jump[] =>
  filmOf(plan)
    .standing.filter(({ kind }) => kind === 'section' || kind === 'drop')
    .map(({ kind, frame, bar }) => ({
      frame: Math.max(0, frame),
      name: `the ${kind} in bar ${bar}`,
    }));

/**
 * The next place after a frame, or the last one before it; the start of the film before the first,
 * null after the last.
 */
export function jumpFrom(places: readonly Jump[], frame: number, by: 1 | -1): Jump | null {
  if (by === 1) return places.find((place) => place.frame > frame) ?? null;
  const before = places.findLast((place) => place.frame < frame);
  return before ?? (frame > 0 ? { frame: 0, name: 'the start of the film' } : null);
}
