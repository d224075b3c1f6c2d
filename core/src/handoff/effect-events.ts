import { filmOf } from '../film/index.ts';
import type { Plan } from '../plan/index.ts';
import { sampleAt, type EffectFacts } from '../sound/index.ts';
import {
  frames,
  instantOfFrame,
  samples,
  toNumber,
  type Frames,
  type Samples,
  type GivenFrames,
} from '../time/index.ts';

/** An effect, or a round of a bed, on whole frames, as a timeline has it. */
export interface EffectEvent {
  readonly facts: EffectFacts;
  readonly start: Frames;
  readonly end: Frames;
  /**
   * Sample of the file that is heard at the start of frame `start`, so that the peak keeps its
   * instant to the sample.
   */
  readonly from: Samples;
}

/**
 * The effects of a film of so many frames as events, each from the frame in which it can first be
 * heard to that in which it last can; a bed in rounds that overlap. What would begin before the
 * film, or before its own file, begins later.
 */
export function effectEvents(
  plan: Plan,
  effects: readonly EffectFacts[],
  length: GivenFrames,
): EffectEvent[] {
  const perSecond = toNumber(plan.rate);
  const events = filmOf(plan).audioEvents.filter(({ of }) => of === 'placement');
  return effects.flatMap((facts) =>
    events.flatMap((event): EffectEvent[] => {
      const { id, starts, ends, by } = event;
      if (id !== facts.placement.id) return [];
      const fileAt = (frame: number) => sampleAt(event, toNumber(instantOfFrame(frame, plan.rate)));
      const inFile = (frame: number) => fileAt(frame) >= 0 && fileAt(frame) <= facts.effect.length;
      const [from, to] = by === 'sample' ? [starts, ends] : [facts.starts, facts.ends];
      let start = Math.max(0, Math.floor(from * perSecond));
      let end = Math.min(length, Math.ceil(to * perSecond));
      while (start < end && !inFile(start)) start++;
      while (end > start && !inFile(end)) end--;
      return start >= end
        ? []
        : [
            {
              facts,
              start: frames(start),
              end: frames(end),
              from: samples(Math.round(fileAt(start))),
            },
          ];
    }),
  );
}

/** Events on as few tracks as hold them without any two at a time, each track in order. */
export function onTracks<E extends { readonly start: number; readonly end: number }>(
  events: readonly E[],
): E[][] {
  const tracks: E[][] = [];
  for (const event of events.toSorted((a, b) => a.start - b.start)) {
    const free = tracks.find((track) => track.at(-1)!.end <= event.start);
    if (free) free.push(event);
    else tracks.push([event]);
  }
  return tracks;
}
