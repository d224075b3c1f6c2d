import type { Side } from '../../joins/index.ts';
import { slipShot } from '../../plan/edits/edit-shots.ts';
import { plural } from '../../time/index.ts';
import { perJoin } from '../each.ts';
import { faultKind } from '../fault.ts';

/** Moves that hide a cut in movement, which must then be there. */
const NEEDS_MOVEMENT: ReadonlySet<string> = new Set(['whip-pan', 'zoom-through', 'smear', 'slide']);

/**
 * Movement at the cut in units of what counts as still, and how many frames away the shot moves.
 */
interface Figures {
  readonly side: Side;
  readonly movement: number;
  readonly nearest: number | null;
}

/** A picture is still where the cut needs movement; told where movement is known. */
export const stillAtCut = faultKind<'still-at-cut', Figures>({
  code: 'still-at-cut',
  name: 'Still at the cut',
  area: 'joins',
  find: perJoin<Figures>(
    ({ cut, frame, before, after, settings, out, into }, _film, { measuredOf }) => {
      if (before + after === 0 || !NEEDS_MOVEMENT.has(settings.move)) return [];
      return (['out', 'in'] as const).flatMap((side) => {
        const { clip, time, length, index } = side === 'out' ? out : into;
        const measured = clip && measuredOf(clip);
        if (!clip || !time || !measured) return [];
        const at = side === 'out' ? length - 1 : 0;
        const movement = measured.movementAt(time.at(at));
        if (movement >= 1) return [];
        const step = side === 'out' ? -1 : 1;
        let far = 0;
        while (far < length && measured.movementAt(time.at(at + step * far)) < 1) far++;
        const nearest = far < length ? far : null;
        return [
          {
            shot: index,
            cut,
            frame,
            target: side,
            figures: { side, movement, nearest },
            message: `“${clip.name}” is still at the cut.`,
            mend:
              nearest !== null
                ? `The nearest frame that moves lies ${plural(nearest, 'frame')} ${side === 'out' ? 'earlier' : 'later'}: slip the source to there.`
                : 'It does not move in this shot: choose another part of it, or another clip.',
          },
        ];
      });
    },
  ),
  mends: ({ plan, joins }, { cut, figures: { side, nearest } }) => {
    const { out, into } = joins[cut! - 1]!;
    const { time, length, index } = side === 'out' ? out : into;
    if (!time || nearest === null) return [];
    const by =
      side === 'out'
        ? time.at(length - 1 - nearest) - time.at(length - 1)
        : time.at(nearest) - time.at(0);
    return [
      {
        label: `Slip the source ${plural(Math.abs(by), 'frame')} ${by < 0 ? 'earlier' : 'later'}`,
        make: () => slipShot(plan, index, by),
      },
    ];
  },
});
