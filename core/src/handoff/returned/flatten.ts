import {
  add,
  frames,
  multiply,
  rational,
  type FrameRate,
  type Rational,
} from '../../time/index.ts';
import type { CutPiece } from './cut-film.ts';

/** A piece from one of its frames up to another. */
export function partOf(piece: CutPiece, start: number, end: number, rate: FrameRate): CutPiece {
  const seconds = multiply(rational(start - piece.start), rational(rate.den, rate.num));
  return {
    ...piece,
    ...{ start: frames(start), end: frames(end) },
    from: add(piece.from, multiply(piece.speed, seconds)),
  };
}

/**
 * The seconds of its media over which a piece goes: up to where its last frame begins, or, where it
 * goes back, to where it ends.
 */
export const reachOf = (
  { from, speed, start, end }: CutPiece,
  rate: FrameRate,
): readonly [Rational, Rational] => [
  from,
  add(
    from,
    multiply(speed, rational((end - start - (speed.num < 0 ? 0 : 1)) * rate.den, rate.num)),
  ),
];

/** Whether a piece goes on where another ends: both are parts of one. */
const goesOn = (a: CutPiece, b: CutPiece): boolean => a.where === b.where && a.end === b.start;

/**
 * What is seen of pieces on tracks, the lowest track first: on every frame the highest that has
 * one, and black where none has. Pieces follow one another from frame 0 up to the end of the last.
 */
export function flattened(tracks: readonly (readonly CutPiece[])[], rate: FrameRate): CutPiece[] {
  const all = tracks.flat();
  const edges = [...new Set(all.flatMap(({ start, end }) => [start as number, end as number]))];
  const places = [...new Set([0, ...edges])].sort((a, b) => a - b);
  const next = tracks.map(() => 0);
  const seen: CutPiece[] = [];
  places.slice(1).forEach((end, i) => {
    const start = places[i]!;
    const covering = tracks.map((pieces, t) => {
      while (pieces[next[t]!] && pieces[next[t]!]!.end <= start) next[t]!++;
      const piece = pieces[next[t]!];
      return piece && piece.start <= start ? piece : null;
    });
    const top = covering.findLast((piece) => piece !== null);
    const part = top
      ? partOf(top, start, end, rate)
      : {
          ...{ start: frames(start), end: frames(end), media: null, where: '' },
          ...{ from: rational(0), speed: rational(1) },
        };
    const last = seen.at(-1);
    if (last && goesOn(last, part)) seen[seen.length - 1] = { ...last, end: part.end };
    else seen.push(part);
  });
  return seen;
}
