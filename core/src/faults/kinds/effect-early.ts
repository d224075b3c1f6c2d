import { changeEffect, effectRate } from '../../plan/edits/edit-effects.ts';
import { fittingRate } from '../../sound/index.ts';
import { percent } from '../../time/index.ts';
import { decimal, effectOf, perEffect, placeOf, SLACK, takenOut } from '../effects.ts';
import { faultKind } from '../fault.ts';

/** An effect would have to begin before the film does. */
export const effectEarly = faultKind({
  code: 'effect-early',
  name: 'Effect begins before the film',
  area: 'effects',
  find: perEffect((facts) => {
    const { placement, effect, at, starts } = facts;
    const lost = -starts;
    if (lost <= SLACK || placement.kind === 'bed') return [];
    return [
      {
        ...placeOf(facts),
        figures: { seconds: lost },
        message: `“${effect.name}” would have to begin ${decimal(lost)} s before the film, to peak on frame ${at.frame}.`,
        mend: 'Play it faster, or put its onset there.',
      },
    ];
  }),
  mends: (film, { target }) => {
    const facts = effectOf(film, target);
    if (!facts) return [];
    const { placement } = facts;
    const { plan } = film;
    const out = takenOut(film, placement.id);
    if (placement.kind !== 'hit') return [out];
    const rate = Math.ceil(100 * fittingRate(facts, { from: 0, to: Infinity })) / 100;
    return [
      {
        label: `Play it at ${percent(rate)}`,
        make: () => changeEffect(plan, placement.id, { rate: effectRate(100 * rate) }),
      },
      {
        label: 'Put its onset there',
        make: () => changeEffect(plan, placement.id, { mark: 'onset' }),
      },
      out,
    ];
  },
});
