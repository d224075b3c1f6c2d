import type { CueEntry } from './entry.ts';

/** Seconds for which a cue is shown that has only an instant, unless the next comes sooner. */
const SHOWN = 0.5;

/** When each of ascending cues ends in a file whose cues last: at the next one, or half a second later. */
export const endOf = (entries: readonly CueEntry[], index: number): number => {
  const { at } = entries[index]!;
  const next = entries.slice(index + 1).find((e) => e.at > at)?.at ?? Infinity;
  return Math.min(at + SHOWN, next);
};

/** A time as `00:00:01.250`, with the mark before the milliseconds that a format wants. */
export function clockText(seconds: number, mark: '.' | ','): string {
  const ms = Math.round(seconds * 1000);
  const pad = (n: number, places = 2) => String(n).padStart(places, '0');
  const [h, m, s] = [
    Math.floor(ms / 3_600_000),
    Math.floor(ms / 60_000) % 60,
    Math.floor(ms / 1000) % 60,
  ];
  return `${pad(h)}:${pad(m)}:${pad(s)}${mark}${pad(ms % 1000, 3)}`;
}
