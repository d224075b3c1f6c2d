import { samplesUsed, type AudioEvent } from './audio-event.ts';

/** A stretch of a file, in its own samples; to its end where `to` is Infinity. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** What of a file is needed for the voices of a film. */
export interface Needed {
  readonly fileName: string;
  /** In order, apart from one another. */
  readonly stretches: readonly Stretch[];
}

/** Seconds decoded beyond what is used, since interpolation reaches there and edits soon do. */
const MARGIN = 0.5;
/** Seconds between two stretches that are rather decoded than skipped. */
const APART = 5;

/** The stretch of its file that a voice needs. */
function stretchOf(event: AudioEvent): Stretch {
  // Peaks and onsets are measured in the whole, and what is turned around is counted from its end.
  if (event.by !== 'sample' || event.reversed !== undefined) return { from: 0, to: Infinity };
  const { from, to } = samplesUsed(event);
  const margin = MARGIN * event.sampleRate;
  return { from: Math.max(0, Math.floor(from - margin)), to: Math.ceil(to + margin) };
}

/**
 * What of each file has to be decoded for voices, by media id: the stretches that are used with a
 * little more, so that two words from either end of a long file need not all of it.
 */
export function neededOf(events: readonly AudioEvent[]): Map<string, Needed> {
  const byMedia = new Map<string, AudioEvent[]>();
  for (const event of events)
    if (event.media !== null)
      byMedia.set(event.media, [...(byMedia.get(event.media) ?? []), event]);
  return new Map(
    [...byMedia].map(([media, voices]): [string, Needed] => {
      const stretches: Stretch[] = [];
      for (const next of voices.map(stretchOf).toSorted((a, b) => a.from - b.from)) {
        const last = stretches.at(-1);
        if (last && next.from <= last.to + APART * voices[0]!.sampleRate)
          stretches.splice(-1, 1, { from: last.from, to: Math.max(last.to, next.to) });
        else stretches.push(next);
      }
      return [media, { fileName: voices[0]!.fileName, stretches }];
    }),
  );
}

/** The decoded one of stretches that holds what a voice needs; undefined where none does. */
export function holding<T extends Stretch>(
  event: AudioEvent,
  stretches: readonly T[],
): T | undefined {
  const { from, to } = stretchOf(event);
  return stretches.find((stretch) => stretch.from <= from && to <= stretch.to);
}
