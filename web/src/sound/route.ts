import { seconds, type Seconds } from '@caesura/core/time';

/** A stretch of a sound file, in seconds of the file. */
export interface FilmRange {
  readonly from: Seconds;
  readonly to: Seconds;
  /** Nothing is heard for as long; the times are then those of no file. */
  readonly silent?: boolean;
}

/** Stretches of a sound that are heard one after the other. */
export type Route = readonly FilmRange[];

/** A stretch, or a part of one, and when on the way it is heard. */
export interface Piece extends FilmRange {
  /** Seconds of sound from the start of the route. */
  readonly after: number;
  /** Whether what comes before or after is another place of the file, so that a join is heard. */
  readonly joinBefore: boolean;
  readonly joinAfter: boolean;
}

/** Seconds of sound that a route lasts. */
export const routeLength = (route: Route): number =>
  route.reduce((sum, { from, to }) => sum + to - from, 0);

/**
 * Time of the file that is heard after so many seconds of a route; its end after that, and null in
 * silence.
 */
export function fileTime(route: Route, after: number): Seconds | null {
  let left = after;
  for (const { from, to, silent } of route) {
    if (left < to - from) return silent ? null : seconds(from + Math.max(0, left));
    left -= to - from;
  }
  return seconds(route.findLast((stretch) => !stretch.silent)?.to ?? 0);
}

/** When on a route a time of the file is heard: never, once or several times. */
export function routeTimes(route: Route, at: Seconds): number[] {
  let before = 0;
  return route.flatMap(({ from, to, silent }) => {
    const start = before;
    before += to - from;
    return !silent && at >= from && at < to ? [start + at - from] : [];
  });
}

/**
 * The pieces of a route that are heard, of at most so many seconds, over and over when it loops.
 */
export function* piecesOf(route: Route, longest: number, loop: boolean): Generator<Piece> {
  const length = routeLength(route);
  if (length <= 0) return;
  let after = 0;
  do {
    for (const [i, { from, to, silent }] of route.entries()) {
      if (silent) {
        after += to - from;
        continue;
      }
      const before = route[i - 1] ?? (loop && after > 0 ? route.at(-1) : undefined);
      const next = route[i + 1] ?? (loop ? route[0] : undefined);
      const count = Math.max(1, Math.ceil((to - from) / longest));
      for (let k = 0; k < count; k++) {
        const [start, end] = [
          from + ((to - from) * k) / count,
          from + ((to - from) * (k + 1)) / count,
        ];
        yield {
          from: seconds(start),
          to: seconds(end),
          after,
          joinBefore: k === 0 && before !== undefined && !before.silent && before.to !== from,
          joinAfter: k === count - 1 && next !== undefined && !next.silent && next.from !== to,
        };
        after += end - start;
      }
    }
  } while (loop);
}
