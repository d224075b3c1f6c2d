import { picturedSides, type JoinFacts, type Side } from '../../joins/index.ts';
import { AT_REST, sampledAt } from '../../motion/index.ts';
import { setJoinKey } from '../../plan/edits/edit-joins.ts';
import { frames } from '../../time/index.ts';
import { perJoin } from '../each.ts';
import { faultKind } from '../fault.ts';
import { seenJumps, type SeenJump } from '../seen-jump.ts';

/** In what the picture jumps, how far, and on which frame from the cut. */
interface Figures extends SeenJump {
  readonly side: Side;
  readonly at: number;
}

/** Where own keys leave a picture moved at the end of its window that lies away from the cut. */
function jumpsOf(join: JoinFacts): Figures[] {
  if (join.settings.move !== 'own' || join.overlap) return [];
  const sides = picturedSides(join);
  return (['out', 'in'] as const).flatMap((side) => {
    const pictured = sides[side];
    if (!pictured) return [];
    const { first, last } = pictured.motion;
    // A side of one frame has its peak alone.
    if (first === last) return [];
    const at = side === 'out' ? first : last;
    // As its keys have it: a scale that hides edges comes on top.
    const values = sampledAt(pictured.motion.tracks, at);
    return seenJumps(values).map((jump) => ({ ...jump, side, at }));
  });
}

/** Own keys begin or end a window away from rest, so that the picture jumps inside its shot. */
export const windowJump = faultKind<'window-jump', Figures>({
  code: 'window-jump',
  name: 'Picture jumps at the end of a window',
  area: 'joins',
  find: perJoin<Figures>((join) =>
    jumpsOf(join).map((figures) => ({
      shot: null,
      cut: join.cut,
      frame: frames(join.frame + figures.at),
      target: `${figures.side} ${figures.of}`,
      figures,
      message: `The ${figures.of} of the ${figures.side === 'out' ? 'outgoing' : 'incoming'} picture jumps where the window ${figures.side === 'out' ? 'begins' : 'ends'}: its key there is not at rest.`,
      mend: 'Give it a key at rest on that frame.',
    })),
  ),
  mends: ({ plan }, { cut, figures: { side, of, at } }) => [
    {
      label: 'A key at rest there',
      make: () => setJoinKey(plan, cut!, { side, of, at, value: AT_REST[of] }),
    },
  ],
});
