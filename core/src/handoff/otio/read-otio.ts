import {
  CaesuraError,
  canDropFrames,
  fraction,
  frames,
  minus,
  parseRational,
  times,
  toDouble,
  toNumber,
  type Fraction,
  type FrameRate,
  type Frames,
} from '../../time/index.ts';
import type { CutCrossing, CutFilm, CutMarker, CutPiece, CutSound } from '../returned/cut-film.ts';
import { asRational, frameNear, meantRate, product, sum } from '../returned/exact-seconds.ts';
import { flattened } from '../returned/flatten.ts';
import type { Telling } from '../told.ts';
import {
  listOf,
  objectOf,
  otioDocumentOf,
  rangeOf,
  textOf,
  timeOf,
  type OtioObject,
} from './otio-json.ts';
import { OtioLayers, type Crossing, type Stretch } from './otio-layers.ts';

/** The tracks of a document by what they hold; nested wholes count as pictures. */
function tracksOf(top: OtioObject): {
  readonly pictures: OtioObject[];
  readonly sounds: OtioObject[];
} {
  const stack = top.schema === 'Timeline' ? objectOf(top.fields.tracks) : top;
  if (!stack) return { pictures: [], sounds: [] };
  if (stack.schema === 'SerializableCollection') {
    const first = listOf(stack.fields.children).find((child) => child !== null);
    return first ? tracksOf(first) : { pictures: [], sounds: [] };
  }
  const all =
    stack.schema === 'Stack' ? listOf(stack.fields.children).filter((t) => t !== null) : [stack];
  const sounds = all.filter(({ fields }) => fields.kind === 'Audio');
  return { pictures: all.filter((track) => !sounds.includes(track)), sounds };
}

/** The rate of the film: that of its start, or of the first time in its pictures. */
function rateOf(top: OtioObject, tracks: readonly OtioObject[]): FrameRate | null {
  const start = top.schema === 'Timeline' ? timeOf(top.fields.global_start_time) : null;
  const written = [
    ...(start ? [start.rate] : []),
    ...tracks.flatMap(({ fields }) =>
      listOf(fields.children).flatMap((child) => {
        const range = child && rangeOf(child.fields.source_range);
        return range ? [range.lasts.rate] : [];
      }),
    ),
  ];
  const found = written.find((rate) => rate <= 1000);
  return found === undefined ? null : meantRate(found);
}

/** A stack that holds some tracks. */
const stackOf = (children: readonly unknown[], fields: Readonly<Record<string, unknown>> = {}) => ({
  ...{ schema: 'Stack', version: 1 },
  fields: { ...fields, children },
});

/** Lays what a document says in seconds on the frames of the film. */
class OnFrames {
  readonly #rate: FrameRate;
  constructor(rate: FrameRate) {
    this.#rate = rate;
  }

  frame(at: Fraction): Frames {
    return frames(Math.max(0, frameNear(at, this.#rate)));
  }

  /** Whether a time is not on a frame, within a thousandth of one. */
  isOff(at: Fraction): boolean {
    const place = toDouble(times(at, fraction(this.#rate.num, this.#rate.den)));
    return Math.abs(place - Math.round(place)) > 1e-3;
  }

  /** A stretch on frames; moved onto one it shows there what it would show there. */
  piece({ start, end, media, from, speed, where }: Stretch): CutPiece {
    const first = this.frame(start);
    const moved = minus(fraction(first * this.#rate.den, this.#rate.num), start);
    return {
      ...{ start: first, end: this.frame(end), media, where },
      from: asRational(sum(from, product(speed, moved))),
      speed: asRational(speed),
    };
  }

  /** The crossings at places at which something is cut; others are told. */
  crossings(
    found: readonly Crossing[],
    cuts: ReadonlySet<number>,
    telling: Telling,
  ): CutCrossing[] {
    return found.flatMap(({ at, before, after, type, name, where }): CutCrossing[] => {
      const place = this.frame(at);
      if (!cuts.has(place)) {
        telling.add(where, 'The transition is not seen: left out.');
        return [];
      }
      return [
        {
          ...{ at: place, name: name || type, where, dissolve: type === 'SMPTE_Dissolve' },
          before: frameNear(before, this.#rate),
          after: frameNear(after, this.#rate),
        },
      ];
    });
  }
}

/** The facts of the film that a document of ours has beside the form. */
function ownFacts(top: OtioObject): {
  readonly rate: FrameRate | null;
  readonly dropFrame: boolean;
} {
  const metadata = top.fields.metadata as Record<string, unknown> | null | undefined;
  const { rate, drop_frame: dropFrame } = (metadata?.caesura ?? {}) as Record<string, unknown>;
  const exact = typeof rate === 'string' ? parseRational(rate) : null;
  return { rate: exact && meantRate(toNumber(exact)), dropFrame: dropFrame === true };
}

/**
 * Reads an OpenTimelineIO document: timelines, stacks, tracks, clips, gaps, transitions and time
 * effects of all versions of their schemas. Nested stacks and higher tracks are flattened to what
 * is seen. `rate`: that of the film; as the document has it when left out. Throws when it is no
 * such document, has no pictures and no sounds, or is without end.
 */
export function readOtio(text: string, rate?: FrameRate): CutFilm {
  const top = otioDocumentOf(text);
  const { pictures, sounds } = tracksOf(top);
  const own = ownFacts(top);
  const counted = rate ?? own.rate ?? rateOf(top, [...pictures, ...sounds]);
  if (!counted)
    throw new CaesuraError(
      'no-pictures',
      'There is no track with a clip in this document.',
      'Choose a timeline, a stack or a track.',
    );
  const reading = new OtioLayers();
  const { telling } = reading;
  const grid = new OnFrames(counted);
  const about = objectOf(top.fields.tracks)?.fields;
  const seen = reading.stack(
    stackOf(
      pictures.map(({ fields }) => fields),
      about,
    ),
    'picture',
    0,
  );
  for (const { start, where } of seen.layers.flat())
    if (grid.isOff(start))
      telling.add(where, 'It does not begin on a frame of the film: laid on the nearest.');
  const tracks = pictures.filter(({ fields }) => listOf(fields.children).length > 0).length;
  if (tracks > 1)
    telling.add('tracks', `${tracks} tracks of pictures are read as what is seen of them.`);
  const pieces = flattened(
    seen.layers.map((layer) =>
      layer.map((stretch) => grid.piece(stretch)).filter(({ start, end }) => end > start),
    ),
    counted,
  );
  const heard = sounds.flatMap((track, t): CutSound[] =>
    reading
      .stack(stackOf([track.fields]), `sound ${t + 1}`, 0)
      .layers.flat()
      .map((stretch) => ({ ...grid.piece(stretch), track: t + 1 }))
      .filter(({ start, end, media }) => end > start && media !== null),
  );
  const begins = top.schema === 'Timeline' ? timeOf(top.fields.global_start_time) : null;
  return {
    ...{ name: textOf(top.fields.name), rate: counted },
    dropFrame: own.dropFrame && canDropFrames(counted),
    start: begins ? grid.frame(begins.seconds) : frames(0),
    pieces,
    crossings: grid.crossings(seen.crossings, new Set(pieces.map(({ start }) => start)), telling),
    sounds: heard,
    markers: seen.markers.map(({ at, lasts, name }): CutMarker => ({
      ...{ at: grid.frame(at), lasts: frameNear(lasts, counted), name },
    })),
    told: telling.told,
  };
}
