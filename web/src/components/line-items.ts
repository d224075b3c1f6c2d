import { useMemo } from 'react';
import type { Cue, Film, Line, ShotFacts } from '@caesura/core/film';
import type { JoinFacts } from '@caesura/core/joins';
import { instantOfFrame, toNumber, type FrameRate } from '@caesura/core/time';
import type { EffectFacts } from '@caesura/core/sound';

/** What stands on one line of a score. */
export interface LineItems {
  readonly cues: readonly Cue[];
  /** Shots of which a part is on the line. */
  readonly shots: readonly ShotFacts[];
  /** Those of them that begin on it. */
  readonly begin: readonly ShotFacts[];
  /** Joins with a window on it. */
  readonly joins: readonly JoinFacts[];
  readonly effects: readonly EffectFacts[];
}

/** Of a film what its lines show. */
export type LineSource = Pick<Film, 'shots' | 'joins' | 'effects'> & {
  readonly cues: readonly Cue[];
};

/** What stands on a line, its times in seconds of the film. */
export function lineItems(
  { cues, shots, joins, effects }: LineSource,
  { from, to }: Line,
  rate: FrameRate,
): LineItems {
  const timeOf = (frame: number) => toNumber(instantOfFrame(frame, rate));
  // A cut up to half a frame before the end of a line belongs to the cue that starts the next one.
  const half = timeOf(1) / 2;
  const startsBefore = (shot: ShotFacts, at: number) => timeOf(shot.start) < at - half;
  const here = shots.filter((shot) => timeOf(shot.end) > from + half && startsBefore(shot, to));
  return {
    cues: cues.filter(({ at }) => toNumber(at) >= from && toNumber(at) < to),
    shots: here,
    begin: here.filter((shot) => !startsBefore(shot, from)),
    joins: joins.filter(
      ({ frame, before, after }) =>
        before + after > 0 && timeOf(frame - before) < to && timeOf(frame + after) > from,
    ),
    effects: effects.filter(({ starts, ends }) => starts < to && ends > from),
  };
}

/** The items of every line, the same until the film or the lines change. */
export function useLineItems(
  { cues, shots, joins, effects }: LineSource,
  lines: readonly Line[],
  rate: FrameRate,
): ReadonlyMap<Line, LineItems> {
  return useMemo(
    () =>
      new Map(lines.map((line) => [line, lineItems({ cues, shots, joins, effects }, line, rate)])),
    [cues, shots, joins, effects, lines, rate],
  );
}

/** A time when it is on a line, else null: what moves over other lines does not change this one. */
export const onLine = ({ from, to }: Line, at: number): number | null =>
  at >= from && at < to ? at : null;
