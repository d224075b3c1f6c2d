import { easingText } from '@caesura/core/curves';
import type { Film } from '@caesura/core/film';
import { moveKeys, picturedSides, type Side } from '@caesura/core/joins';
import { AT_REST } from '@caesura/core/motion';
import { PARAMETERS, type Parameter } from '@caesura/core/plan';
import { toNumber } from '@caesura/core/time';
import type { MoveItem } from './items.ts';

/** One row of values: a parameter of a side of a cut, or of a phrase. */
export interface TrackName {
  readonly side: Side | null;
  readonly of: Parameter;
}

/** A key on a frame of the film, with how it goes over to the next in the words of CSS. */
export interface TrackKey {
  readonly frame: number;
  readonly value: number;
  readonly ease: string;
}

/** A row of values over frames of the film. */
export interface Track extends TrackName {
  /** First and last frame on which it can have a key. */
  readonly first: number;
  readonly last: number;
  readonly keys: readonly TrackKey[];
  /** The value at an instant in frames of the film. */
  readonly at: (frame: number) => number;
}

/** What tells one track from another of an item. */
export const trackId = ({ side, of }: TrackName): string => (side ? `${of} ${side}` : of);

/** The tracks of an item that move, and those asked for beside them. */
export function tracksOf(item: MoveItem, also: readonly TrackName[]): Track[] {
  const wanted = (name: TrackName) => also.some((other) => trackId(other) === trackId(name));
  if (item.kind === 'phrase') {
    const { start, end, motion, pictured } = item.phrase;
    return PARAMETERS.flatMap((of): Track[] => {
      const keys = motion.tracks[of] ?? [];
      const covered = of === 'scale' && motion.look.cover !== 'no';
      if (keys.length === 0 && !covered && !wanted({ side: null, of })) return [];
      return [
        {
          ...{ side: null, of, first: start, last: end - 1 },
          keys: keys.map(({ at, value, ease }) => ({
            frame: start + at,
            value,
            ease: easingText(ease),
          })),
          at: (frame) => pictured(frame - start)[of],
        },
      ];
    });
  }
  const { join } = item;
  const sides = picturedSides(join);
  return PARAMETERS.flatMap((of) =>
    (['out', 'in'] as const).flatMap((side): Track[] => {
      const pictured = sides[side];
      if (!pictured || join.before + join.after === 0) return [];
      const keys = moveKeys(side, join.settings, join)[of] ?? [];
      const covered = of === 'scale' && join.settings.cover !== 'no';
      const moves = keys.some(({ value }) => Math.abs(value - AT_REST[of]) > 1e-9);
      const own = keys.length > 0 && join.settings.move === 'own';
      if (!moves && !own && !covered && !wanted({ side, of })) return [];
      return [
        {
          ...{ side, of },
          first: join.frame + pictured.motion.first,
          last: join.frame + pictured.motion.last,
          keys: keys.map(({ at, value, ease }) => ({
            frame: join.frame + at,
            value,
            ease: easingText(ease),
          })),
          at: (frame) => pictured.at(frame - join.frame)[of],
        },
      ];
    }),
  );
}

/** The least and the most of a track over its frames, with its rest. */
export function extentOf({ of, first, last, at }: Track): { low: number; high: number } {
  const values = Array.from({ length: Math.max(1, last - first + 1) }, (_, i) => at(first + i));
  const all = [...values, AT_REST[of]];
  return { low: Math.min(...all), high: Math.max(...all) };
}

/** The tracks of one parameter, with the least and the most of all of them. */
export interface TrackGroup {
  readonly of: Parameter;
  readonly tracks: readonly Track[];
  readonly low: number;
  readonly high: number;
  /** Whether no frame has a value of both sides, so that one row of figures holds them all. */
  readonly apart: boolean;
}

/** Tracks together by their parameter, in the order of parameters. */
export function groupsOf(tracks: readonly Track[]): TrackGroup[] {
  return [...new Set(tracks.map(({ of }) => of))].map((of) => {
    const own = tracks.filter((track) => track.of === of);
    const extents = own.map(extentOf);
    const [a, b] = own;
    return {
      of,
      tracks: own,
      low: Math.min(...extents.map(({ low }) => low)),
      high: Math.max(...extents.map(({ high }) => high)),
      apart: !a || !b || a.last < b.first || b.last < a.first,
    };
  });
}

/** Frames of the film that are shown about an item: its range with some on either side. */
export function framesAbout(
  { plan, shots }: Pick<Film, 'plan' | 'shots'>,
  range: { readonly from: number; readonly to: number },
): { readonly from: number; readonly to: number } {
  const length = shots.at(-1)?.end ?? plan.target;
  const lasts = range.to - range.from;
  // About a hard cut there is nothing to measure by: a second of what is heard there.
  const about =
    lasts <= 1
      ? Math.ceil(toNumber(plan.rate) / 2)
      : Math.min(12, Math.max(3, Math.round(lasts / 4)));
  return {
    from: Math.max(0, range.from - about),
    to: Math.min(length, range.to + about),
  };
}
