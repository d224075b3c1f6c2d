import {
  CaesuraError,
  divide,
  frames,
  framesPerDay,
  multiply,
  nominalRate,
  parseTimecode,
  rational,
  toNumber,
  type FrameRate,
  type Rational,
} from '../../time/index.ts';
import type { CutCrossing, CutFilm, CutMedia, CutPiece, CutSound } from '../returned/cut-film.ts';
import { flattened } from '../returned/flatten.ts';
import { Telling } from '../told.ts';
import type { Edl, EdlEvent } from './read-edl.ts';

/** How labels are counted. */
export interface Counting {
  readonly rate: FrameRate;
  readonly dropFrame: boolean;
}

/** How a list is to be read: its own counting, and that of the source of an event. */
export interface EdlReading extends Counting {
  /** How the labels of a source are counted; null where they count as the list does. */
  readonly sourceOf: (event: EdlEvent) => Counting | null;
}

/** Reels that name no media: black, and what has no timecode. */
const BLACK = new Set(['BL', 'BLACK']);

/** A label with the signs that parseTimecode takes. */
const plain = (label: string): string => label.replaceAll(/[;.,]/g, ':');

/** Where on the record an event is, in frames of the record's counting. */
interface Record {
  readonly from: number;
  readonly to: number;
}

/**
 * A list with its labels as frame counts, each counted once; what cannot be counted is told and
 * left out.
 */
class Reading {
  readonly telling = new Telling();
  readonly #records = new Map<EdlEvent, Record | null>();
  readonly #pieces = new Map<EdlEvent, CutPiece | null>();
  readonly #edl: Edl;
  readonly #reading: EdlReading;

  constructor(edl: Edl, reading: EdlReading) {
    this.#edl = edl;
    this.#reading = reading;
    edl.told.forEach(({ where, words }) => this.telling.add(where, words));
  }

  /** Frames that a label counts; null, and told, where there is no such label. */
  #count(label: string, counting: Counting, { line }: EdlEvent): number | null {
    try {
      return parseTimecode(plain(label), counting.rate, counting.dropFrame);
    } catch (error) {
      this.telling.add(`line ${line}`, (error as CaesuraError).message);
      return null;
    }
  }

  /** Where on the record an event is; null where that is nowhere. */
  record(event: EdlEvent): Record | null {
    const known = this.#records.get(event);
    if (known !== undefined) return known;
    const found = this.#recordOf(event);
    this.#records.set(event, found);
    return found;
  }

  #recordOf(event: EdlEvent): Record | null {
    const counting = this.#reading;
    const [from, to] = event.record.map((label) => this.#count(label, counting, event));
    if (from === null || from === undefined || to === null || to === undefined) return null;
    // A film that ends at midnight has the label of the first frame of a day as its end.
    const day = framesPerDay(counting.rate, counting.dropFrame);
    return { from, to: to < from ? to + day : to };
  }

  /** The media of an event; null for black. */
  #media(event: EdlEvent, name: string | null): CutMedia | null {
    const { reel, fileName } = event;
    if (BLACK.has(reel.toUpperCase())) return null;
    const counting = this.#reading.sourceOf(event);
    return {
      ...{ name: name ?? '', fileName, reel, available: null },
      rate: counting?.rate ?? null,
    };
  }

  /** An event as a piece of the film that begins with a label; null where it cannot be counted. */
  piece(event: EdlEvent, start: number): CutPiece | null {
    const known = this.#pieces.get(event);
    if (known !== undefined) return known;
    const found = this.#pieceOf(event, start);
    this.#pieces.set(event, found);
    return found;
  }

  #pieceOf(event: EdlEvent, start: number): CutPiece | null {
    const record = this.record(event);
    if (!record) return null;
    const { rate } = this.#reading;
    const name = event.transition === 'cut' ? event.clipName : (event.toClipName ?? event.clipName);
    const media = this.#media(event, name);
    const piece = {
      ...{ start: frames(record.from - start), end: frames(record.to - start), media },
      where: `line ${event.line}`,
    };
    if (!media) return { ...piece, from: rational(0), speed: rational(1) };
    const counting = this.#reading.sourceOf(event) ?? this.#reading;
    const [first, out] = event.source.map((label) => this.#count(label, counting, event));
    if (first === null || first === undefined || out === null || out === undefined) return null;
    const lasts = record.to - record.from;
    const stride = this.#stride(event, { lasts, taken: out - first });
    // Backwards it begins at the end of the frame in the speed line, the last of its range.
    const last = stride.num >= 0 ? first : this.#count(event.motion!.from, counting, event);
    const shown = rational(stride.num >= 0 ? first : (last ?? out - 1) + 1);
    return {
      ...piece,
      from: divide(shown, counting.rate),
      speed: multiply(stride, divide(rate, counting.rate)),
    };
  }

  /** Counted frames of its source that an event goes over in a frame of the film. */
  #stride(
    event: EdlEvent,
    { lasts, taken }: { readonly lasts: number; readonly taken: number },
  ): Rational {
    const { motion, line } = event;
    if (motion) return divide(motion.perSecond, rational(nominalRate(this.#reading.rate)));
    if (taken === lasts || lasts === 0) return rational(1);
    this.telling.add(
      `line ${line}`,
      `It takes ${taken} frames of its source for ${lasts} of the film, without a speed line: read as fitted.`,
    );
    return rational(Math.max(0, taken), lasts);
  }

  get events(): readonly EdlEvent[] {
    return this.#edl.events;
  }
}

/** The tracks of pictures, the lowest first, each in the order of the film without overlaps. */
function pictureTracks(reading: Reading, start: number): CutPiece[][] {
  const tracks = new Map<number, CutPiece[]>();
  for (const event of reading.events)
    for (const track of event.pictures) {
      const piece = reading.piece(event, start);
      if (!piece || piece.end <= piece.start) continue;
      const pieces = tracks.get(track) ?? [];
      pieces.push(piece);
      tracks.set(track, pieces);
    }
  return [...tracks.keys()]
    .sort((a, b) => a - b)
    .map((track) => {
      const kept: CutPiece[] = [];
      for (const piece of tracks.get(track)!.sort((a, b) => a.start - b.start)) {
        const before = kept.at(-1);
        if (!before || piece.start >= before.end) kept.push(piece);
        else
          reading.telling.add(piece.where, `It lies over ${before.where} on one track: left out.`);
      }
      return kept;
    });
}

/** The transitions of the pictures; one that is no dissolve is read as one, and told. */
function crossingsOf(reading: Reading, start: number): CutCrossing[] {
  return reading.events.flatMap((event): CutCrossing[] => {
    const { transition, lasts, line } = event;
    const record = reading.record(event);
    if (transition === 'cut' || lasts === 0 || event.pictures.length === 0 || !record) return [];
    if (transition !== 'dissolve')
      reading.telling.add(`line ${line}`, `Its ${transition} is read as a dissolve.`);
    return [
      {
        ...{ at: frames(record.from - start), before: 0, after: lasts, where: `line ${line}` },
        ...{ dissolve: transition === 'dissolve', name: transition },
      },
    ];
  });
}

/** The sounds of a list, one for each of their tracks. */
function soundsOf(reading: Reading, start: number): CutSound[] {
  return reading.events.flatMap((event): CutSound[] => {
    if (event.sounds.length === 0) return [];
    const piece = reading.piece(event, start);
    if (!piece || piece.end <= piece.start) return [];
    return event.sounds.map((track) => ({ ...piece, track }));
  });
}

/**
 * The film of an edit decision list, counted as it is said. Times are exact; a transition begins
 * at the cut. Throws when no picture of it can be counted.
 */
export function filmOfEdl(edl: Edl, how: EdlReading): CutFilm {
  const reading = new Reading(edl, how);
  const { rate, dropFrame } = how;
  const starts = edl.events.flatMap((event) => {
    const record = event.pictures.length > 0 ? reading.record(event) : null;
    return record ? [record.from] : [];
  });
  if (starts.length === 0)
    throw new CaesuraError(
      'no-pictures',
      `No picture of this list can be counted at ${toNumber(rate).toFixed(3)} frames a second.`,
      'Choose another frame rate, or another list.',
    );
  const start = starts.reduce((a, b) => Math.min(a, b));
  const markers = edl.markers.flatMap(({ at, words, line }) => {
    const place = reading.record({ ...edl.events[0]!, line, record: [at, at] });
    return place ? [{ at: frames(Math.max(0, place.from - start)), lasts: 0, name: words }] : [];
  });
  return {
    ...{ name: edl.title, rate, dropFrame, start: frames(start) },
    pieces: flattened(pictureTracks(reading, start), rate),
    crossings: crossingsOf(reading, start),
    sounds: soundsOf(reading, start),
    markers,
    told: reading.telling.told,
  };
}
