import { shotFacts } from '../film/shots.ts';
import type { Plan } from '../plan/index.ts';
import { instantOfFrame, toNumber } from '../time/index.ts';
import { accentFacts } from './effect-facts.ts';

/** The instants of a film that its guide track names: every cut, every effect on its instant, every note. In seconds, by time. */
export function guideCues(
  plan: Plan,
): { readonly at: number; readonly text: string; readonly kind: null }[] {
  const time = (frame: number) => toNumber(instantOfFrame(frame, plan.rate));
  const shots = shotFacts(plan);
  return [
    ...shots
      .slice(1)
      .map(({ index, start }) => ({ at: time(start), text: `cut ${index}`, kind: null })),
    ...accentFacts(plan, shots)
      .filter(({ accent }) => !accent.off)
      .map(({ effect, at }) => ({ at: toNumber(at.at), text: effect.name, kind: null })),
    ...plan.notes.map(({ frame, text }) => ({ at: time(frame), text, kind: null })),
  ].sort((a, b) => a.at - b.at);
}
