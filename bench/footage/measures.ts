import type { Moment } from '@caesura/core/footage';
import type { TrueClip, TrueEvent } from './clips.ts';

/** How far a moment may be from its event: two frames, or a twenty-fourth of a second. */
export const toleranceOf = ([num, den]: TrueClip['rate']): number =>
  Math.max(2, Math.round(num / den / 24));

/**
 * Pairs events with moments proposed, each once, nearest first; frames apart at most `tolerance`.
 */
export function paired(
  events: readonly TrueEvent[],
  moments: readonly Moment[],
  tolerance: number,
): { readonly event: TrueEvent; readonly moment: Moment }[] {
  const near = events
    .flatMap((event) => moments.map((moment) => ({ event, moment })))
    .filter(({ event, moment }) => Math.abs(event.at - moment.at) <= tolerance)
    .toSorted((a, b) => Math.abs(a.event.at - a.moment.at) - Math.abs(b.event.at - b.moment.at));
  const pairs: { event: TrueEvent; moment: Moment }[] = [];
  for (const pair of near)
    if (!pairs.some((p) => p.event === pair.event || p.moment === pair.moment)) pairs.push(pair);
  return pairs;
}
