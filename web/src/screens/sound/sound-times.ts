import { frameAtTime, type Film } from '@caesura/core/film';
import { filmInstant, type Sound } from '@caesura/core/plan';
import { sampleAt } from '@caesura/core/sound';
import { samples, seconds, toNumber } from '@caesura/core/time';
import { timecodeAt } from '../../app/format.ts';

/** Sample of a sound that is heard at a time of the film; null where it is not. Seconds. */
export function sampleAtTime(film: Film, id: string, at: number): number | null {
  const event = film.audioEvents.find((e) => e.id === id && at >= e.starts && at < e.ends);
  return event ? Math.round(sampleAt(event, at)) : null;
}

/** The timecode at which a sample of a sound is heard. */
export const heardAt = (film: Film, sound: Sound, sample: number): string =>
  timecodeAt(
    frameAtTime(
      seconds(Math.max(0, toNumber(filmInstant(sound, samples(sample), film.plan.rate)))),
      film.plan,
    ),
    film.plan,
  );
