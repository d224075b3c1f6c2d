import { changeEffect } from '../../plan/edits/edit-effects.ts';
import { frames, plural } from '../../time/index.ts';
import { perEffect, takenOut, windowAt } from '../effects.ts';
import { faultKind } from '../fault.ts';

/** Frames of the window, and over which the bed fades. */
interface Figures {
  readonly window: number;
  readonly fade: number;
}

/** A bed fades inside the window of a cut, so that the ear cuts with the eye. */
export const bedFade = faultKind<'bed-fade', Figures>({
  code: 'bed-fade',
  name: 'Bed fades inside a window',
  area: 'effects',
  find: perEffect<Figures>(({ placement, effect, at, other }, film) => {
    if (placement.kind !== 'bed') return [];
    const ends = other ? [at, other] : [at];
    const ended = ends.find(({ cut }) => windowAt(film, cut) > placement.fade);
    if (!ended) return [];
    const window = windowAt(film, ended.cut);
    return [
      {
        cut: ended.cut,
        frame: ended.frame,
        figures: { window, fade: placement.fade },
        message: `“${effect.name}” fades over ${plural(placement.fade, 'frame')}, the window of cut ${ended.cut} lasts ${window}.`,
        mend: 'Let it fade for longer than the window, so that the ear does not cut with the eye.',
      },
    ];
  }),
  mends: (film, { target, figures: { window } }) => {
    const fade = frames(window + 2);
    return [
      {
        label: `Fade over ${fade} frames`,
        make: () => changeEffect(film.plan, target!, { fade }),
      },
      takenOut(film, target!),
    ];
  },
});
