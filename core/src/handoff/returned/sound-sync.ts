import { compare, multiply, subtract, toNumber } from '../../time/index.ts';
import type { Told } from '../told.ts';
import type { CutFilm, CutMedia, CutPiece } from './cut-film.ts';
import { partOf } from './flatten.ts';

/** Most seconds by which a sound is told off its picture: beyond it is another part of the take. */
const MOST = 2;

const sameMedia = (a: CutMedia | null, b: CutMedia | null): boolean =>
  a !== null &&
  b !== null &&
  (a.fileName !== null && a.fileName === b.fileName
    ? true
    : (a.name !== '' || a.reel !== null) && a.name === b.name && a.reel === b.reel);

/** The picture of a sound's own media that is seen while it is heard. */
const pictureOf = (film: CutFilm, sound: CutPiece): CutPiece | undefined =>
  film.pieces.find(
    (piece) =>
      sameMedia(piece.media, sound.media) &&
      piece.start < sound.end &&
      piece.end > sound.start &&
      compare(piece.speed, sound.speed) === 0,
  );

/**
 * Sounds that are heard beside the picture of their own media, off their place by frames: what
 * slips by mistake. In the order of the film.
 */
export function soundsOffPlace(film: CutFilm): Told[] {
  const told = new Map<string, Told>();
  for (const sound of film.sounds) {
    const picture = pictureOf(film, sound);
    if (!picture) continue;
    const at = Math.max(sound.start, picture.start);
    const [heard, seen] = [sound, picture].map(
      (piece) => partOf(piece, at, at + 1, film.rate).from,
    );
    const late = multiply(subtract(seen!, heard!), film.rate);
    const frames = Math.round(toNumber(late));
    if (frames === 0 || Math.abs(toNumber(subtract(seen!, heard!))) > MOST) continue;
    const many = Math.abs(frames) === 1 ? 'frame' : 'frames';
    told.set(`${sound.where} ${picture.where}`, {
      where: sound.where,
      words: `Its sound is ${Math.abs(frames)} ${many} ${frames > 0 ? 'late' : 'early'} against its picture (${picture.where}).`,
    });
  }
  return [...told.values()];
}
