import type { Film } from '../film/index.ts';
import { changeEffect } from '../plan/edits/edit-effects.ts';
import { effectOf, takenOut } from './effects.ts';
import type { Try } from './fault.ts';

/** Other levels of an effect: the one advised, the highest that does not clip, or none. */
export function levelTries(film: Film, id: string | undefined): Try[] {
  const facts = effectOf(film, id);
  if (!facts) return [];
  const { plan } = film;
  const { placement, effect } = facts;
  const { top } = effect.measure;
  const highest = top === null ? null : Math.floor(-top);
  return [
    {
      label: 'Take the advised level',
      make: () => changeEffect(plan, placement.id, { gain: 'advised' }),
    },
    ...(highest === null
      ? []
      : [
          {
            label: `Set it to ${highest} dB`,
            make: () => changeEffect(plan, placement.id, { gain: highest }),
          },
        ]),
    takenOut(film, placement.id),
  ];
}
