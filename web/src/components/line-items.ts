import { useMemo } from 'react';
import {
  isMove,
  isPhraseInUse,
  type Cue,
  type EventMark,
  type Film,
  type Line,
  type ShotFacts,
} from '@caesura/core/film';
import type { JoinFacts } from '@caesura/core/joins';
import { instantOfFrame, toNumber, type FrameRate } from '@caesura/core/time';
import type { PhraseFacts } from '@caesura/core/phrases';
import type { EffectFacts } from '@caesura/core/sound';

/** A rise of the music or a pause, between two cues. */
export interface Stretch {
  readonly kind: 'rise' | 'pause';
  readonly from: Cue;
  readonly to: Cue;
}

/** What stands on one line of a score. */
export interface LineItems {
  readonly cues: readonly Cue[];
  /** Shots of which a part is on the line. */
  readonly shots: readonly ShotFacts[];
  /** Those of them that begin on it. */
  readonly begin: readonly ShotFacts[];
  /** Joins with a window on it. */
  readonly joins: readonly JoinFacts[];
  /** Phrases in use of which a part is on it. */
  readonly phrases: readonly PhraseFacts[];
  readonly effects: readonly EffectFacts[];
  /** Sections, drops and words that stand on it, and rises and pauses of which a part does. */
  readonly standing: readonly Cue[];
  readonly stretches: readonly Stretch[];
  /** Events of clips that are seen on it. */
  readonly events: readonly EventMark[];
}

/** Of a film what its lines show. */
export type LineSource = Pick<
  Film,
  'shots' | 'joins' | 'phrases' | 'effects' | 'standing' | 'events'
> & {
  readonly cues: readonly Cue[];
};

/** The rises and pauses of a film; one without an end is none. */
export function stretchesOf(standing: readonly Cue[]): Stretch[] {
  const between = (kind: Stretch['kind'], start: Cue['kind'], end: Cue['kind']) =>
    standing.flatMap((from, i): Stretch[] => {
      if (from.kind !== start) return [];
      const to = standing
        .slice(i + 1)
        .find((c) => c.sound === from.sound && (c.kind === start || c.kind === end));
      return to?.kind === end ? [{ kind, from, to }] : [];
    });
  return [
    ...between('rise', 'rise-start', 'rise-peak'),
    ...between('pause', 'pause-start', 'pause-end'),
  ];
}

const WORDS: ReadonlySet<Cue['kind']> = new Set(['section', 'drop', 'word']);

/** What stands on a line, its times in seconds of the film. */
export function lineItems(
  { cues, shots, joins, phrases, effects, standing, events }: LineSource,
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
      (join) =>
        isMove(join) &&
        timeOf(join.frame - join.before) < to &&
        timeOf(join.frame + join.after) > from,
    ),
    phrases: phrases.filter(
      (phrase) => isPhraseInUse(phrase) && timeOf(phrase.start) < to && timeOf(phrase.end) > from,
    ),
    effects: effects.filter(({ starts, ends }) => starts < to && ends > from),
    standing: standing.filter(
      ({ at, kind }) => WORDS.has(kind) && toNumber(at) >= from && toNumber(at) < to,
    ),
    stretches: stretchesOf(standing).filter(
      (stretch) => toNumber(stretch.from.at) < to && toNumber(stretch.to.at) > from,
    ),
    events: events.filter(({ frame }) => timeOf(frame) >= from - half && timeOf(frame) < to - half),
  };
}

/** The items of every line, the same until the film or the lines change. */
export function useLineItems(
  { cues, shots, joins, phrases, effects, standing, events }: LineSource,
  lines: readonly Line[],
  rate: FrameRate,
): ReadonlyMap<Line, LineItems> {
  return useMemo(
    () =>
      new Map(
        lines.map((line) => [
          line,
          lineItems({ cues, shots, joins, phrases, effects, standing, events }, line, rate),
        ]),
      ),
    [cues, shots, joins, phrases, effects, standing, events, lines, rate],
  );
}

/** A time when it is on a line, else null: what moves over other lines does not change this one. */
export const onLine = ({ from, to }: Line, at: number): number | null =>
  at >= from && at < to ? at : null;
