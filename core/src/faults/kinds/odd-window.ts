import { evenTotals, splitWindow } from '../../joins/index.ts';
import { perJoin } from '../each.ts';
import { faultKind } from '../fault.ts';
import { windowTry } from '../window-tries.ts';

/** Frames of the window. */
interface Figures {
  readonly before: number;
  readonly after: number;
  readonly total: number;
}

/** A window that should lie about its cut evenly has an odd number of frames. */
export const oddWindow = faultKind<'odd-window', Figures>({
  code: 'odd-window',
  name: 'Window not centred',
  area: 'joins',
  find: perJoin<Figures>(({ cut, frame, before, after, settings, overlap }) => {
    const total = before + after;
    const centred = settings.sides === 'both' || overlap;
    if (!centred || before === 0 || after === 0 || Math.abs(before - after) !== 1) return [];
    const even = evenTotals(total).filter((n) => n > 0);
    return [
      {
        shot: null,
        cut,
        frame,
        figures: { before, after, total },
        message: `A window of ${total} frames cannot be centred: it is ${before} + ${after}.`,
        mend: `Take ${even.join(' or ')}.`,
      },
    ];
  }),
  mends: (film, { cut, figures: { total } }) =>
    evenTotals(total).flatMap((even) => {
      const { before, after } = splitWindow(even, 'centred');
      return windowTry(film, film.joins[cut! - 1]!, [before, after], 'Change');
    }),
});
