import type { GivenSeconds, Samples, Seconds } from '../time/index.ts';

/** What can be heard of a plan and switched. */
export type Heard = 'music' | 'voice' | 'effect' | 'placement' | 'own' | 'click';

/** Where of its file a sound is at a time of the film; between two points evenly. */
export interface CoursePoint {
  readonly at: Seconds;
  /** May lie between two samples. */
  readonly sample: number;
}

/** A level at a time of the film, in decibels beside others; evenly between two. */
export interface LevelPoint {
  readonly at: Seconds;
  readonly level: number;
}

/** Times between which something sounds, and seconds over which it comes in and goes. */
interface Fades {
  readonly starts: Seconds;
  readonly ends: Seconds;
  readonly fadeIn: number;
  readonly fadeOut: number;
}

/** A stretch of a sound file in the film, or a click of ours. */
export interface AudioEvent {
  readonly of: Heard;
  /** The sound, effect or shot it belongs to. */
  readonly id: string;
  /** The file; null for a click of ours. */
  readonly media: string | null;
  readonly fileName: string;
  readonly sampleRate: number;
  /** Sample of the file at a place of the film, by which all others go. */
  readonly anchor: { readonly sample: Samples; readonly at: Seconds };
  /** Where of its file it is when, in place of a rate. */
  readonly course?: readonly CoursePoint[];
  /** Whether its pitch stays along its course; it is as that makes it otherwise. */
  readonly pitchStays?: true;
  /**
   * What of the file is laid on the anchor once it sounds at its rate and pitch: that very sample,
   * or the loudest or first instant of the file, measured anew.
   */
  readonly by: 'sample' | 'peak' | 'onset';
  /** Times of the film between which it sounds. */
  readonly starts: Seconds;
  readonly ends: Seconds;
  /** Times as fast as the file, and semitones higher. */
  readonly rate: number;
  readonly semitones: number;
  /** Decibels. */
  readonly gain: number;
  /**
   * Seconds over which it comes in after `starts` and goes before `ends`, evenly or with the power
   * of the two kept.
   */
  readonly fadeIn: number;
  readonly fadeOut: number;
  readonly fade: 'even' | 'power';
  /** Fades of the whole of which it is a part, where they reach into it. */
  readonly whole?: Fades;
  /** Samples of its file where it sounds backwards: all are then counted from its end. */
  readonly reversed?: number;
  /** Levels over it, beside its gain and its fades. */
  readonly levels?: readonly LevelPoint[];
}

/**
 * The level of a line of them at a time, in decibels: evenly between its points, as at its first
 * and its last outside them, 0 where it has none.
 */
export function levelOn(line: readonly LevelPoint[], at: GivenSeconds): number {
  let [low, high] = [0, line.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (line[middle]!.at <= at) low = middle + 1;
    else high = middle;
  }
  const [before, after] = [line[low - 1], line[low]];
  if (!before || !after) return (before ?? after)?.level ?? 0;
  const part = (at - before.at) / (after.at - before.at);
  return before.level + part * (after.level - before.level);
}

/** How much of its fades something has behind it and before it, from 0 to 1. */
const fadedPart = ({ starts, ends, fadeIn, fadeOut }: Fades, at: GivenSeconds): number =>
  Math.min(1, fadeIn > 0 ? (at - starts) / fadeIn : 1, fadeOut > 0 ? (ends - at) / fadeOut : 1);

/**
 * How loud a voice is at an instant of the film against its gain, as a factor: its fades and its
 * levels, 0 outside it.
 */
export function fadeAt(event: AudioEvent, at: GivenSeconds): number {
  const { starts, ends, fade, levels, whole } = event;
  if (at < starts || at >= ends) return 0;
  const shape = (part: number) => (fade === 'power' ? Math.sin((part * Math.PI) / 2) : part);
  const faded = shape(fadedPart(event, at)) * (whole ? shape(fadedPart(whole, at)) : 1);
  return levels ? faded * 10 ** (levelOn(levels, at) / 20) : faded;
}

/** Sample of its file that a sound is at, at a time of the film; may lie between two. */
export function sampleAt(
  { anchor, course, rate, sampleRate, reversed }: AudioEvent,
  at: GivenSeconds,
): number {
  if (!course) {
    const sample = anchor.sample + (at - anchor.at) * rate * sampleRate;
    return reversed === undefined ? sample : reversed - 1 - sample;
  }
  const i = Math.min(
    course.length - 2,
    Math.max(
      0,
      course.findLastIndex((point) => point.at <= at),
    ),
  );
  const [a, b] = [course[i]!, course[i + 1]!];
  return a.sample + ((at - a.at) / (b.at - a.at)) * (b.sample - a.sample);
}

/** The samples of its file that a sound uses, from the first to the last. */
export function samplesUsed(event: AudioEvent): { readonly from: number; readonly to: number } {
  const ends = [sampleAt(event, event.starts), sampleAt(event, event.ends)];
  const inside = (event.course ?? []).filter(({ at }) => at > event.starts && at < event.ends);
  const all = [...ends, ...inside.map(({ sample }) => sample)];
  return {
    from: all.reduce((a, b) => Math.min(a, b)),
    to: all.reduce((a, b) => Math.max(a, b)),
  };
}
