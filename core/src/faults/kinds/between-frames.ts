import type { JoinFacts } from '../../joins/index.ts';
import { setWindow } from '../../plan/edits/edit-joins.ts';
import { plural } from '../../time/index.ts';
import { perJoin } from '../each.ts';
import { faultKind, type Found } from '../fault.ts';

/** Both whole numbers beside a length, and the sides that have it. */
interface Figures {
  readonly sides: readonly ('before' | 'after')[];
  readonly less: number;
  readonly more: number;
}

/**
 * The sides of a window whose length was given as a time that is no whole number of frames, those
 * of one length together.
 */
function brokenSides({ wanted, settings, before, after, fitted }: JoinFacts): Figures[] {
  if (before + after === 0 || fitted) return [];
  // Beats hardly ever are whole; who asks for seconds means them.
  const broken = (['before', 'after'] as const).filter(
    (side) => wanted[side].choices.length > 1 && settings[side].unit === 'seconds',
  );
  const figures = (sides: Figures['sides']): Figures => {
    const [less, more] = wanted[sides[0]!].choices;
    return { sides, less: less!.frames, more: more!.frames };
  };
  const [one, other] = broken;
  const alike =
    one &&
    other &&
    wanted[one].exact.num * wanted[other].exact.den ===
      wanted[other].exact.num * wanted[one].exact.den;
  return alike ? [figures(broken)] : broken.map((side) => figures([side]));
}

/** A window was asked for in seconds that are no whole number of frames. */
export const betweenFrames = faultKind<'between-frames', Figures>({
  code: 'between-frames',
  name: 'Length between two frames',
  area: 'joins',
  find: perJoin<Figures>((join) =>
    brokenSides(join).map((figures): Found<Figures> => {
      const { sides, less, more } = figures;
      const said = join.wanted[sides[0]!].choices.map(
        (c) =>
          `${plural(c.frames, 'frame')} (${c.errorMilliseconds > 0 ? '+' : '−'}${Math.abs(c.errorMilliseconds).toFixed(1)} ms)`,
      );
      return {
        shot: null,
        cut: join.cut,
        frame: join.frame,
        target: sides.join(' '),
        figures,
        message: `The window ${sides.join(' and ')} the cut lies between two frames${sides.length > 1 ? ' on each side' : ''}: ${said.join(' or ')}.`,
        mend: `Take ${less} or ${more} frames${sides.length > 1 ? ' on each side' : ''}.`,
      };
    }),
  ),
  mends: ({ plan, joins }, { cut, figures: { sides, less, more } }) => {
    const { before, after } = joins[cut! - 1]!;
    return [less, more].map((n) => {
      const [b, a] = [sides.includes('before') ? n : before, sides.includes('after') ? n : after];
      return {
        label:
          sides.length > 1 ? `Take ${b} + ${a}` : `Take ${plural(n, 'frame')} ${sides[0]} the cut`,
        make: () => setWindow(plan, cut!, b, a),
      };
    });
  },
});
