import type { Clip } from '../../plan/index.ts';
import {
  add,
  compare,
  divide,
  multiply,
  rational,
  sameRate,
  toNumber,
  type Rational,
} from '../../time/index.ts';
import { reelNames } from '../edl/reel-names.ts';
import { reachOf } from './flatten.ts';
import type { CutFilm, CutMedia, CutPiece } from './cut-film.ts';

/** What of a clip fits what a file says of a media. */
export interface ClipFit {
  readonly clip: Clip;
  readonly file: boolean;
  readonly name: boolean;
  readonly reel: boolean;
  readonly rate: boolean;
  /** Whether it lasts as long as the file says of the media. */
  readonly length: boolean;
  /** Whether what is used of the media lies in it, by its timecode or counted from its start. */
  readonly used: 'by timecode' | 'from its start' | null;
}

/** A media of a film, what is used of it, and the clips that may be it, the best first. */
export interface MatchedMedia {
  readonly media: CutMedia;
  readonly pieces: readonly CutPiece[];
  readonly fits: readonly ClipFit[];
  /** The clip that it is taken for; null where none fits by a name, or two fit as well. */
  readonly taken: ClipFit | null;
}

/** By what media of a film are told apart. */
const keyOf = ({ name, fileName, reel }: CutMedia): string =>
  JSON.stringify([fileName ?? name, reel]);

const same = (a: string | null | undefined, b: string | null | undefined): boolean =>
  !!a && !!b && a.normalize('NFC').toLowerCase() === b.normalize('NFC').toLowerCase();
const stem = (fileName: string): string => fileName.replace(/\.[^.]*$/, '');

/** The first and last second of a media that pieces use. */
function usedOf(pieces: readonly CutPiece[], { rate }: CutFilm): [Rational, Rational] {
  const ends = pieces.flatMap((piece) => reachOf(piece, rate));
  const least = (a: Rational, b: Rational) => (compare(a, b) < 0 ? a : b);
  const most = (a: Rational, b: Rational) => (compare(a, b) < 0 ? b : a);
  return [ends.reduce(least), ends.reduce(most)];
}

/** Whether seconds lie in a clip that begins with a second, within a frame. */
function isInside(clip: Clip, begins: Rational, [first, last]: [Rational, Rational]): boolean {
  const frame = divide(rational(1), clip.rate);
  const ends = add(begins, divide(rational(clip.frames), clip.rate));
  return compare(add(first, frame), begins) >= 0 && compare(last, add(ends, frame)) <= 0;
}

function fitOf(
  media: CutMedia,
  clip: Clip,
  { reel, used }: { readonly reel: string; readonly used: [Rational, Rational] },
): ClipFit {
  const { fileName, name, available, rate } = media;
  const byTimecode = divide(rational(clip.start), clip.rate);
  const frames = available && toNumber(multiply(available.lasts, clip.rate));
  return {
    clip,
    file: same(fileName, clip.fileName),
    name: same(name, clip.name) || (!!clip.fileName && same(name, stem(clip.fileName))),
    reel: same(media.reel, reel),
    rate: rate !== null && sameRate(rate, clip.rate),
    length: frames !== null && Math.abs(frames - clip.frames) < 1.5,
    used: isInside(clip, byTimecode, used)
      ? 'by timecode'
      : isInside(clip, available?.from ?? rational(0), used)
        ? 'from its start'
        : null,
  };
}

/** How much speaks for a clip: its file most, names more than figures. */
const weight = ({ file, name, reel, rate, length, used }: ClipFit): number =>
  8 * Number(file) +
  6 * Number(name) +
  4 * Number(reel) +
  2 * Number(used !== null) +
  Number(rate) +
  Number(length);
/** Weight from which a clip can be taken: something has its name, or nearly all figures fit. */
const LEAST = 4;

/**
 * Pieces by their media, with those that are named and on a reel like others but say no file joined
 * to them: a list may say it once.
 */
function merged(all: readonly CutPiece[][]): CutPiece[][] {
  const nameOf = ({ name, reel }: CutMedia) => JSON.stringify([name, reel]);
  const withFile = new Map<string, CutPiece[]>();
  for (const pieces of all) {
    const { media } = pieces[0]!;
    if (media?.fileName && media.name) withFile.set(nameOf(media), pieces);
  }
  return all.filter((pieces) => {
    const { media } = pieces[0]!;
    const of = media && !media.fileName ? withFile.get(nameOf(media)) : undefined;
    of?.push(...pieces);
    return !of;
  });
}

/** The media of a film, each once, with the clips that may be it. */
export function matchedMedia(film: CutFilm, clips: readonly Clip[]): MatchedMedia[] {
  const reels = reelNames(clips);
  const used = new Map<string, CutPiece[]>();
  for (const piece of film.pieces) {
    if (!piece.media) continue;
    const key = keyOf(piece.media);
    const pieces = used.get(key) ?? [];
    pieces.push(piece);
    used.set(key, pieces);
  }
  return merged([...used.values()]).map((pieces): MatchedMedia => {
    const media = pieces[0]!.media!;
    const seconds = usedOf(pieces, film);
    const fits = clips
      .map((clip) => fitOf(media, clip, { reel: reels.get(clip.id)!, used: seconds }))
      .filter((fit) => weight(fit) >= LEAST)
      .sort((a, b) => weight(b) - weight(a));
    const [best, second] = fits;
    const taken = best && (!second || weight(second) < weight(best)) ? best : null;
    return { media, pieces, fits, taken };
  });
}
