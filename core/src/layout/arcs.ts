import { soundsOf } from '../film/cues.ts';
import {
  filmInstant,
  partsOf,
  usedPlaces,
  instantAfter,
  type Arc,
  type Plan,
} from '../plan/index.ts';
import { frames, nearestFrame, type Frames } from '../time/index.ts';

/** An arc with the frames of the film it is for, [from, to). */
export interface ArcRange {
  readonly arc: Arc;
  readonly from: Frames;
  readonly to: Frames;
}

/** Frames of the film at which an arc begins: of spliced music as often as it comes. */
function startsOf({ from }: Arc, plan: Plan): Frames[] {
  if (from.on === 'frame') return [from.frame];
  const sound = soundsOf(plan).find(({ id }) => id === from.sound);
  if (!sound) return [];
  const places = usedPlaces(partsOf(sound), from.at);
  const instants = places.map((after) => instantAfter(sound, after, plan.rate));
  // What was cut off lies before the film or after it.
  const used = instants.length > 0 ? instants : [filmInstant(sound, from.at, plan.rate)];
  return used.map((at) => nearestFrame(at, plan.rate));
}

/**
 * The stretches of a film that arcs are for, in order: each until the next begins, the last to the
 * end. One that began before the film goes on in it.
 */
export function arcRanges(arcs: readonly Arc[], plan: Plan): ArcRange[] {
  const starts = arcs
    .flatMap((arc) => startsOf(arc, plan).map((from) => ({ arc, from })))
    .sort((a, b) => a.from - b.from);
  return starts.flatMap(({ arc, from }, i): ArcRange[] => {
    const to = frames(Math.min(plan.target, starts[i + 1]?.from ?? plan.target));
    return from < to && to > 0 ? [{ arc, from, to }] : [];
  });
}
