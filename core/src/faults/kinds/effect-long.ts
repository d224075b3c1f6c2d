import { changeEffect, effectRate } from '../../plan/edits/edit-effects.ts';
import { fittingRate, passes } from '../../sound/index.ts';
import { percent, semitonesOfRate } from '../../time/index.ts';
import { decimal, effectOf, perEffect, placeOf, shotsAround, SLACK, takenOut } from '../effects.ts';
import { faultKind } from '../fault.ts';

/**
 * An effect at a cut sticks out of the two shots there: by its rise, or by its fall as well where
 * it is to pass as the pictures do. Other falls ring on, as those of impacts are meant to.
 */
export const effectLong = faultKind({
  code: 'effect-long',
  name: 'Effect longer than its shots',
  area: 'effects',
  find: perEffect((facts, film) => {
    const { placement, effect, starts, ends, rate } = facts;
    const around = placement.kind === 'hit' ? shotsAround(film, facts) : null;
    if (!around || -starts > SLACK) return [];
    const before = around.from - starts;
    const after = passes(effect) ? ends - around.to : 0;
    if (before <= SLACK && after <= SLACK) return [];
    const fits = fittingRate(facts, around);
    return [
      {
        ...placeOf(facts),
        figures: { before, after, rate: fits },
        message: `“${effect.name}” lasts ${decimal(ends - starts)} s at ${percent(rate)} and sticks out of the two shots at its cut.`,
        mend: `At ${percent(fits)} it fits, ${decimal(semitonesOfRate(fits))} semitones from the file unless its pitch is kept.`,
      },
    ];
  }),
  mends: (film, { target }) => {
    const facts = effectOf(film, target);
    if (!facts) return [];
    const { placement, join } = facts;
    const { plan } = film;
    const around = shotsAround(film, facts);
    const rate = around && Math.ceil(100 * fittingRate(facts, around)) / 100;
    return [
      ...(join && join.before + join.after > 0
        ? [
            {
              label: 'Fit it to the window',
              make: () => changeEffect(plan, placement.id, { rate: 'window' }),
            },
          ]
        : []),
      ...(rate === null
        ? []
        : [
            {
              label: `Play it at ${percent(rate)}`,
              make: () => changeEffect(plan, placement.id, { rate: effectRate(100 * rate) }),
            },
          ]),
      takenOut(film, placement.id),
    ];
  },
});
