import { filmOf } from '../film/film.ts';
import { isEffectInUse } from '../film/in-use.ts';
import type { Plan } from '../plan/index.ts';
import { instantOfFrame, toNumber } from '../time/index.ts';

/**
 * The instants of a film that its guide track names: every cut, every effect on its instant, every
 * note. In seconds, by time.
 */
export function guideCues(
  plan: Plan,
): { readonly at: number; readonly text: string; readonly kind: null }[] {
  const time = (frame: number) => toNumber(instantOfFrame(frame, plan.rate));
  const shots = filmOf(plan).shots;
  return [
    ...shots
      .slice(1)
      .map(({ index, start }) => ({ at: time(start), text: `cut ${index}`, kind: null })),
    ...filmOf(plan)
      .effects.filter(isEffectInUse)
      .map(({ effect, at }) => ({ at: toNumber(at.at), text: effect.name, kind: null })),
    ...plan.notes.map(({ frame, text }) => ({ at: time(frame), text, kind: null })),
  ].sort((a, b) => a.at - b.at);
}
