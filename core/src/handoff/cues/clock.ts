import type { GivenSeconds } from '../../time/index.ts';
import type { CueEntry } from './entry.ts';

/** Seconds for which a cue is shown that has only an instant, unless the next comes sooner. */
const SHOWN = 0.5;

/** A time in whole milliseconds, as files of cues have it. */
const inMilliseconds = (seconds: number): number => Math.max(0, Math.round(seconds * 1000));

/**
 * When each of ascending cues ends in a file whose cues last, in seconds: at the next one that
 * begins later in whole milliseconds, or half a second after its own start; a millisecond after it
 * at the earliest, since none may last for nothing.
 */
export const endOf = (entries: readonly CueEntry[], index: number): number => {
  const starts = inMilliseconds(entries[index]!.at);
  const next = entries.slice(index + 1).find((e) => inMilliseconds(e.at) > starts);
  const ends = Math.min(starts + 1000 * SHOWN, next ? inMilliseconds(next.at) : Infinity);
  return ends / 1000;
};

/** A time as `00:00:01.250`, with the mark before the milliseconds that a format wants. */
export function clockText(seconds: GivenSeconds, mark: '.' | ','): string {
  const ms = inMilliseconds(seconds);
  const pad = (n: number, places = 2) => String(n).padStart(places, '0');
  const [h, m, s] = [
    Math.floor(ms / 3_600_000),
    Math.floor(ms / 60_000) % 60,
    Math.floor(ms / 1000) % 60,
  ];
  return `${pad(h)}:${pad(m)}:${pad(s)}${mark}${pad(ms % 1000, 3)}`;
}
