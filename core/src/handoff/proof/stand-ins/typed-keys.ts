import { easedBy } from './easing.ts';
import type { Unread } from './received.ts';
import { recordsOf } from './table.ts';

/** A key as a person reads it from a key sheet and types it. */
export interface TypedKey {
  readonly row: number;
  readonly frame: number;
  readonly clip: string;
  readonly clipFrame: number | null;
  readonly value: number;
  readonly ease: string;
}

/** The keys of one parameter of one thing, in order. */
export interface TypedTrack {
  readonly at: string;
  readonly side: string;
  readonly parameter: string;
  readonly keys: readonly TypedKey[];
}

const numberOf = (text: string): number => (text.trim() === '' ? Number.NaN : Number(text));

/** The tracks of a key sheet, and rows that cannot be typed. */
export function typedTracks(text: string): {
  readonly tracks: readonly TypedTrack[];
  readonly unread: readonly Unread[];
} {
  const tracks = new Map<string, { track: Omit<TypedTrack, 'keys'>; keys: TypedKey[] }>();
  const unread: Unread[] = [];
  recordsOf(text).forEach((record, i) => {
    const said = (name: string) => record.get(name) ?? '';
    const [frame, value] = [numberOf(said('film frame')), numberOf(said('value'))];
    if (!Number.isSafeInteger(frame) || !Number.isFinite(value)) {
      unread.push({ where: `row ${i + 2}`, words: 'It has no frame, or no value.' });
      return;
    }
    const track = { at: said('at'), side: said('side'), parameter: said('parameter') };
    const name = `${track.at} ${said('name')} ${track.side} ${track.parameter}`;
    const of = tracks.get(name) ?? { track, keys: [] };
    const shown = numberOf(said('clip frame'));
    of.keys.push({
      ...{ row: i + 2, frame, value, clip: said('clip'), ease: said('easing to the next') },
      clipFrame: Number.isFinite(shown) ? shown : null,
    });
    tracks.set(name, of);
  });
  return { tracks: [...tracks.values()].map(({ track, keys }) => ({ ...track, keys })), unread };
}

/** The value that typed keys have on a frame between the first of them and the last. */
export function typedValue({ keys }: TypedTrack, frame: number): number {
  const i = keys.findLastIndex((key) => key.frame <= frame);
  const [key, next] = [keys[Math.max(0, i)]!, keys[i + 1]];
  if (!next || next.frame === key.frame || frame <= key.frame) return key.value;
  const part = (frame - key.frame) / (next.frame - key.frame);
  const eased = easedBy(key.ease || 'linear')?.(part) ?? part;
  return key.value + eased * (next.value - key.value);
}
