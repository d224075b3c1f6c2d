import { joinValues, type JoinFacts, type Side } from '../../joins/index.ts';
import type { MotionFrame } from '../../motion/index.ts';
import { changeJoin, easeJoinKeys } from '../../plan/edits/edit-joins.ts';
import { PARAMETER_RANGES, type Parameter } from '../../plan/index.ts';
import { frames } from '../../time/index.ts';
import { perJoin } from '../each.ts';
import { faultKind } from '../fault.ts';

/** Parameters that mean nothing below their least, or above their most. */
const BOUND = ['scale', 'opacity', 'blur', 'radial', 'flash', 'dip'] as const;

/** Which value goes beyond what it can be, how far, on which side. */
interface Figures {
  readonly side: Side;
  readonly of: Parameter;
  readonly value: number;
}

function beyond(
  values: readonly MotionFrame[],
): { of: Parameter; value: number; at: number } | null {
  for (const frame of values)
    for (const of of BOUND) {
      const { least, most } = PARAMETER_RANGES[of];
      if (frame[of] < least - 1e-9 || frame[of] > most + 1e-9)
        return { of, value: frame[of], at: frame.at };
    }
  return null;
}

const besides = (join: JoinFacts) =>
  (['out', 'in'] as const).flatMap((side) => {
    const found = beyond(joinValues(join)[side]);
    return found ? [{ side, ...found }] : [];
  });

/** An easing goes past its values so far that they mean nothing, such as a scale below nothing. */
export const overshoots = faultKind<'overshoots', Figures>({
  code: 'overshoots',
  name: 'Easing overshoots',
  area: 'joins',
  find: perJoin<Figures>((join) =>
    join.before + join.after === 0
      ? []
      : besides(join).map(({ side, of, value, at }) => ({
          shot: null,
          cut: join.cut,
          frame: frames(join.frame + at),
          target: side,
          figures: { side, of, value },
          message: `The ${of} goes to ${Math.round(value * 1000) / 1000} by its easing, where it means nothing.`,
          mend: 'Take an easing that does not overshoot so far.',
        })),
  ),
  mends: ({ plan, joins }, { cut, figures: { side } }) => [
    {
      label: 'Ease it without going past',
      make: () =>
        joins[cut! - 1]!.settings.move === 'own'
          ? easeJoinKeys(plan, cut!, 'ease-in-out')
          : changeJoin(
              plan,
              cut!,
              side === 'out' ? { easeOut: 'ease-in' } : { easeIn: 'ease-out' },
            ),
    },
  ],
});
