import { partsOf, usedLength, type Sound } from '@caesura/core/plan';
import { instantOfFrame, seconds, toNumber, type FrameRate } from '@caesura/core/time';
import type { Route, FilmRange } from './route.ts';

/** Seconds of the film at which a sound comes in. */
export const comesIn = (sound: Sound, rate: FrameRate): number =>
  toNumber(instantOfFrame(sound.place, rate));

/**
 * The route through the parts of a sound from one time of its used length to another, in seconds.
 */
export function usedRoute(sound: Sound, from: number, to: number): Route {
  const { sampleRate } = sound.analysis;
  return partsOf(sound).flatMap((part): FilmRange[] => {
    const before = part.before / sampleRate;
    const start = Math.max(part.from / sampleRate, part.from / sampleRate + from - before);
    const end = Math.min(part.to / sampleRate, part.from / sampleRate + to - before);
    return start < end ? [{ from: seconds(start), to: seconds(end) }] : [];
  });
}

/** The fade of a used sound against a route that starts at a time of its used length. */
export function usedFade(sound: Sound, from: number): { from: number; to: number } | null {
  if (sound.fade === 0) return null;
  const { sampleRate } = sound.analysis;
  const end = usedLength(sound) / sampleRate;
  return { from: end - sound.fade / sampleRate - from, to: end - from };
}

const silence = (length: number): Route =>
  length > 0 ? [{ from: seconds(0), to: seconds(length), silent: true }] : [];

/**
 * The route through a sound from one time of the film to another, silent where the sound is not in
 * it.
 */
export function filmRoute(sound: Sound, rate: FrameRate, from: number, to: number): Route {
  const place = comesIn(sound, rate);
  const end = place + usedLength(sound) / sound.analysis.sampleRate;
  return [
    ...silence(Math.min(to, place) - from),
    ...usedRoute(sound, Math.max(0, from - place), to - place),
    ...silence(to - Math.max(from, end)),
  ];
}
