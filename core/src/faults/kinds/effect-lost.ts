import type { Film } from '../../film/index.ts';
import { removeEffects } from '../../plan/edits/edit-effects.ts';
import { anchorsOf, looseEffects, nearestCut, tieLoose } from '../../plan/edits/lost-effects.ts';
import type { EffectPlacement } from '../../plan/index.ts';
import { lostEffects } from '../../sound/index.ts';
import { plural } from '../../time/index.ts';
import { faultKind, WHOLE, type Try } from '../fault.ts';

/** Effects of a file that are nowhere, and those that stay on their frames, not tied any more. */
function lostOf({ plan, effects }: Film, file: string) {
  const ofFile = (list: readonly EffectPlacement[]) => list.filter((e) => e.effect === file);
  return { gone: ofFile(lostEffects(plan, effects)), loose: ofFile(looseEffects(plan)) };
}

/** How many, and on which frame the first of those is that stay on theirs. */
interface Figures {
  readonly count: number;
  readonly loose: number;
  readonly frame?: number;
}

/** The first frame on which an effect is loose. */
const looseFrame = (placement: EffectPlacement): number | undefined =>
  Object.values(anchorsOf(placement)).flatMap((anchor) =>
    anchor.on === 'frame' && anchor.loose ? [anchor.frame as number] : [],
  )[0];

const beside = (later: number): string =>
  later === 0
    ? 'where it is'
    : `${plural(Math.abs(later), 'frame')} ${later > 0 ? 'later' : 'earlier'}`;

/** What can be done with effects that stay on their frames. */
function looseTries({ plan }: Film, loose: readonly EffectPlacement[]): Try[] {
  if (loose.length === 0) return [];
  const ids = loose.map(({ id }) => id);
  const nearest = nearestCut(plan, looseFrame(loose[0]!) ?? 0);
  const one = loose.length === 1;
  return [
    ...(nearest
      ? [
          {
            label: one
              ? `Put it on cut ${nearest.cut}, ${beside(nearest.later)}`
              : 'Put each on the nearest cut',
            make: () => tieLoose(plan, ids, 'cuts'),
          },
        ]
      : []),
    {
      label: one ? 'Leave it on its frame' : 'Leave them on their frames',
      make: () => tieLoose(plan, ids, 'frames'),
    },
  ];
}

/** Effects are tied to what is gone, those of one file together: a new layout may leave many. */
export const effectLost = faultKind<'effect-lost', Figures>({
  code: 'effect-lost',
  name: 'Effect without its cut',
  area: 'effects',
  find: (film) =>
    film.plan.effectFiles.flatMap(({ id, name }) => {
      const { gone, loose } = lostOf(film, id);
      const count = gone.length + loose.length;
      if (count === 0) return [];
      const what = count === 1 ? 'a cut or a sound that is' : `${count} cuts or sounds that are`;
      const frame = loose[0] && looseFrame(loose[0]);
      const stays = frame === undefined ? '' : count === 1 ? `; it stays on frame ${frame}` : '';
      return [
        {
          ...WHOLE,
          target: id,
          figures: { count, loose: loose.length, ...(frame !== undefined && { frame }) },
          message: `“${name}” was tied to ${what} gone${stays}.`,
          mend: 'Put it on another cut, or take it out.',
        },
      ];
    }),
  mends: (film, { target, figures: { count } }) => {
    const { gone, loose } = lostOf(film, target!);
    return [
      ...(gone.length === 0 ? looseTries(film, loose) : []),
      {
        label: count === 1 ? 'Take it out' : `Take all ${count} out`,
        make: () =>
          removeEffects(
            film.plan,
            [...gone, ...loose].map(({ id }) => id),
          ),
      },
    ];
  },
});
