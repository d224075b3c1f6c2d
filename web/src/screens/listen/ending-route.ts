import { partsOf, usedLength, type Sound } from '@caesura/core/plan';
import type { Ending } from '@caesura/core/edits';
import { seconds } from '@caesura/core/time';
import { usedFade, usedRoute } from '../../sound/film-route.ts';
import type { Manner } from '../../sound/player.ts';
import { routeLength, type Route } from '../../sound/route.ts';

/** Seconds heard before and after a splice, and before an end. */
const AROUND = 4;
const BEFORE_END = 7;
/** Seconds of silence between two places. */
const GAP = 0.6;

/** How an ending is heard: across each place of splicing once, and at the end. */
export function endingRoute(
  sound: Sound,
  ending: Ending,
): { route: Route; manner: Partial<Manner> } {
  const ended = { ...sound, ...ending };
  const { sampleRate } = sound.analysis;
  const parts = partsOf(ended);
  const end = usedLength(ended) / sampleRate;
  const places = new Set(ending.splices.map(({ leave, enter }) => `${leave} ${enter}`));
  const windows: { from: number; to: number }[] = [];
  parts.slice(1).forEach(({ before }, i) => {
    const { leave, enter } = ending.splices[i]!;
    // The same splice sounds the same each time.
    if (!places.delete(`${leave} ${enter}`)) return;
    const at = before / sampleRate;
    const last = windows.at(-1);
    if (last && at - AROUND < last.to) last.to = Math.min(end, at + AROUND);
    else windows.push({ from: Math.max(0, at - AROUND), to: Math.min(end, at + AROUND) });
  });
  if (windows.length === 0) windows.push({ from: Math.max(0, end - BEFORE_END), to: end });
  const route = windows.flatMap(({ from, to }, i): Route => [
    ...(i > 0 ? [{ from: seconds(0), to: seconds(GAP), silent: true }] : []),
    ...usedRoute(ended, from, to),
  ]);
  const last = windows.at(-1)!;
  const fade = last.to === end ? usedFade(ended, last.from) : null;
  const before = routeLength(route) - (last.to - last.from);
  return { route, manner: { fade: fade && { from: fade.from + before, to: fade.to + before } } };
}
