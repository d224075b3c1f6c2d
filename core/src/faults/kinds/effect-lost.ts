import type { Film } from '../../film/index.ts';
import { removeEffects } from '../../plan/edits/edit-effects.ts';
import type { EffectPlacement } from '../../plan/index.ts';
import { lostEffects } from '../../sound/index.ts';
import { faultKind, WHOLE } from '../fault.ts';

const lostOf = ({ plan, effects }: Film, file: string): EffectPlacement[] =>
  lostEffects(plan, effects).filter(({ effect }) => effect === file);

/** How many. */
interface Figures {
  readonly count: number;
}

/** Effects are tied to what is gone, those of one file together: a new layout may leave many. */
export const effectLost = faultKind<'effect-lost', Figures>({
  code: 'effect-lost',
  name: 'Effect without its cut',
  area: 'effects',
  find: (film) =>
    film.plan.effectFiles.flatMap(({ id, name }) => {
      const count = lostOf(film, id).length;
      if (count === 0) return [];
      const what = count === 1 ? 'a cut or a sound that is' : `${count} cuts or sounds that are`;
      return [
        {
          ...WHOLE,
          target: id,
          figures: { count },
          message: `“${name}” was tied to ${what} gone.`,
          mend: 'Put it on another cut, or take it out.',
        },
      ];
    }),
  mends: (film, { target, figures: { count } }) => [
    {
      label: count === 1 ? 'Take it out' : `Take all ${count} out`,
      make: () =>
        removeEffects(
          film.plan,
          lostOf(film, target!).map(({ id }) => id),
        ),
    },
  ],
});
