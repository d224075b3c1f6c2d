import { filmOf } from '../film/film.ts';
import type { Plan, Shot } from '../plan/index.ts';
import type { Seconds } from '../time/index.ts';
import { heardLength } from './audio-events.ts';
import { type Heard, type AudioEvent } from './audio-event.ts';

/** What is in the sum of a film: all but our click. */
export const SUMMED: readonly Heard[] = ['music', 'voice', 'effect', 'placement', 'own'];

/** What the sum of all that sounds in a plan comes to. */
export interface SumLevel {
  /** Highest sample, dB against full scale, and where in the film. */
  readonly top: number;
  readonly topAt: Seconds;
  /** Highest between samples as well (ITU-R BS.1770-5 Annex 2), dB against full scale. */
  readonly truePeak: number;
  /** LUFS of the whole (ITU-R BS.1770); −Infinity for silence. */
  readonly loudness: number;
}

/** A sum that was measured, and of what. */
export interface MeasuredSum extends SumLevel {
  readonly of: SumOf;
  /** What is not in it since its sound cannot be had, in sentences. */
  readonly silent: readonly string[];
}

/**
 * The voices of a sum and how long they are heard, but for how loud all of them are together: the
 * level of the first, in dB.
 */
export interface SumOf {
  readonly events: string;
  readonly gain: number;
}

/** Tells what the sum of a plan is made of. */
export function sumOf(plan: Plan): SumOf {
  const events = filmOf(plan).audioEvents.filter(({ of }) => SUMMED.includes(of));
  const gain = events[0]?.gain ?? 0;
  const level = (event: AudioEvent) => Math.round(1e6 * (event.gain - gain)) / 1e6;
  const alike = events.map((event) => ({ ...event, gain: level(event) }));
  return { events: JSON.stringify([heardLength(plan), alike]), gain };
}

/**
 * What a sum that was measured tells of a plan: the same where the same sounds, so many decibels
 * more or less where all of it is louder or softer; null where something else sounds.
 */
export function sumFor(plan: Plan, measured: MeasuredSum): SumLevel | null {
  const { events, gain } = sumOf(plan);
  if (events !== measured.of.events) return null;
  const by = gain - measured.of.gain;
  return {
    top: measured.top + by,
    topAt: measured.topAt,
    truePeak: measured.truePeak + by,
    loudness: measured.loudness + by,
  };
}

/**
 * Turns all that sounds in a plan up or down by so many decibels; levels that were advised become
 * such as are set.
 */
export function turnAll(plan: Plan, by: number): Plan {
  const turned = (gain: number) => Math.min(24, Math.max(-90, Math.round(1e6 * (gain + by)) / 1e6));
  const levels = new Map(filmOf(plan).effects.map(({ placement, gain }) => [placement.id, gain]));
  const ruled = new Set(plan.clips.flatMap(({ id, heard }) => (heard ? [id] : [])));
  // A shot whose clip says nothing has its level by itself.
  const turnedShot = (shot: Shot): Shot =>
    shot.sound?.on && !(shot.clip !== null && ruled.has(shot.clip))
      ? { ...shot, sound: { ...shot.sound, gain: turned(shot.sound.gain ?? 0) } }
      : shot;
  return {
    ...plan,
    music: plan.music && { ...plan.music, gain: turned(plan.music.gain) },
    clips: plan.clips.map((clip) =>
      clip.heard ? { ...clip, heard: { ...clip.heard, gain: turned(clip.heard.gain) } } : clip,
    ),
    score: plan.score && { ...plan.score, shots: plan.score.shots.map(turnedShot) },
    sounds: plan.sounds.map((sound) => ({ ...sound, gain: turned(sound.gain) })),
    effects: plan.effects.map((placement) => {
      const level = levels.get(placement.id);
      return placement.off || level === undefined
        ? placement
        : { ...placement, gain: turned(level) };
    }),
  };
}
