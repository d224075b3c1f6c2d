import type { Extract, Playable } from './held-sounds.ts';
import { piecesOf, type Piece, type Route } from './route.ts';

/**
 * Longest piece of a sound that is not held whole, and how far ahead it is decoded; seconds of
 * sound.
 */
const LONGEST_PIECE = 60;
const DECODE_AHEAD = 20;

/** The pieces of a route, decoded in order. */
export interface Feed {
  /**
   * Decodes the pieces that are heard before so many seconds of the route, and somewhat ahead,
   * unless it is at it. Throws where the sound cannot be decoded.
   */
  readonly fetch: (until: number, take: (piece: Piece, extract: Extract) => void) => Promise<void>;
}

/** Opens the feed of a route through a sound. */
export function feedOf(sound: Playable, route: Route, loop: boolean): Feed {
  const pieces = piecesOf(route, sound.whole ? Infinity : LONGEST_PIECE, loop);
  const ahead = sound.whole ? 0 : DECODE_AHEAD;
  let next = pieces.next();
  let busy = false;
  return {
    async fetch(until, take) {
      if (busy) return;
      busy = true;
      while (!next.done && next.value.after < until + ahead) {
        const piece = next.value;
        const extract = await sound.extract(piece.from, piece.to);
        next = pieces.next();
        take(piece, extract);
      }
      busy = false;
    },
  };
}
