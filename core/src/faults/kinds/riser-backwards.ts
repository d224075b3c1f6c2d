import { anchorNear } from '../../film/index.ts';
import { changeEffect } from '../../plan/edits/edit-effects.ts';
import { frames } from '../../time/index.ts';
import { effectOf, perEffect, placeOf, secondsAt, takenOut } from '../effects.ts';
import { faultKind } from '../fault.ts';

/** A riser is to peak before it begins. */
export const riserBackwards = faultKind({
  code: 'riser-backwards',
  name: 'Riser ends before it begins',
  area: 'effects',
  find: perEffect((facts) => {
    const { placement, effect, at, other } = facts;
    if (placement.kind !== 'riser' || !other || other.frame < at.frame) return [];
    return [
      {
        ...placeOf(facts),
        figures: { over: other.frame - at.frame },
        message: `“${effect.name}” is to rise from frame ${other.frame}, but peaks on frame ${at.frame}.`,
        mend: 'Let it begin earlier.',
      },
    ];
  }),
  mends: (film, { target }) => {
    const facts = effectOf(film, target);
    if (!facts) return [];
    const { placement, effect, at } = facts;
    const { measure, sampleRate } = effect;
    const lasts = Math.ceil((measure.peak - measure.from) / sampleRate / secondsAt(film, 1));
    const from = frames(Math.max(0, at.frame - lasts));
    return [
      {
        label: 'Let it last as long as its file',
        make: () => changeEffect(film.plan, placement.id, { from: anchorNear(film.plan, from) }),
      },
      takenOut(film, placement.id),
    ];
  },
});
