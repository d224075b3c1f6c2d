import { soundsOf, type Film } from '../film/index.ts';
import type { Sound } from '../plan/index.ts';
import { rational, round, multiply, type Seconds } from '../time/index.ts';

/** A level of a sound at an instant of the film, in decibels beside its own level. */
export interface SoundLevelKey {
  readonly sound: Sound;
  readonly at: Seconds;
  /** The frame nearest to it. */
  readonly frame: number;
  readonly level: number;
}

const frameNear = (at: Seconds, { plan: { rate } }: Film): number =>
  round(multiply(rational(Math.round(at * 1e6), 1e6), rate));

/**
 * The levels of the sounds of a film inside it, in order: those set by hand, what is muted, and
 * music under speech. Between two of them the level goes evenly in decibels.
 */
export const levelKeys = (film: Film): SoundLevelKey[] =>
  soundsOf(film.plan).flatMap((sound) =>
    film.audioEvents
      .filter(({ id }) => id === sound.id)
      .flatMap(({ levels = [], starts, ends }) =>
        levels
          .filter(({ at }) => at >= starts && at < ends)
          .map(({ at, level }): SoundLevelKey => ({
            ...{ sound, at, frame: frameNear(at, film) },
            level: Math.round(100 * level) / 100,
          })),
      ),
  );
