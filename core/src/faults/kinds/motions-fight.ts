import { picturedSides } from '../../joins/index.ts';
import type { Film } from '../../film/index.ts';
import type { PhraseFacts } from '../../phrases/index.ts';
import { movePhrase, switchPhrases } from '../../plan/edits/edit-phrases.ts';
import { frames, plural } from '../../time/index.ts';
import { faultKind } from '../fault.ts';

/** Parameters in which a window and a phrase can go against one another, by how much a frame. */
const AGAINST = { scale: 0.02, x: 0.01, y: 0.01, rotation: 0.5 } as const;
type Against = keyof typeof AGAINST;
/** Frames on which they must for it to be seen. */
const SEEN = 2;

/** In what and on how many frames they go against one another, and at which cut. */
interface Figures {
  readonly of: Against;
  readonly frames: number;
  readonly cut: number;
}

/** Where a phrase goes against the window of a cut under it; null where it does not. */
function fightOf(film: Film, facts: PhraseFacts): (Figures & { readonly first: number }) | null {
  const { start, end, pictured } = facts;
  for (const join of film.joins) {
    const [from, to] = [join.frame - join.before, join.frame + join.after];
    if (to <= start || from >= end || join.before + join.after === 0) continue;
    const sides = picturedSides(join);
    for (const of of Object.keys(AGAINST) as Against[]) {
      let count = 0;
      let first = 0;
      for (let frame = Math.max(from, start) + 1; frame < Math.min(to, end); frame++) {
        const side = frame < join.frame ? sides.out : sides.in;
        // From one picture to the next a value leaps, which is the cut.
        if (!side || frame === join.frame) continue;
        const at = frame - join.frame;
        const below = side.at(at)[of] - side.at(at - 1)[of];
        const above = pictured(frame - start)[of] - pictured(frame - 1 - start)[of];
        const both = Math.min(Math.abs(below), Math.abs(above)) > AGAINST[of];
        if (!both || below * above > 0) continue;
        if (count === 0) first = frame;
        count++;
      }
      if (count >= SEEN) return { of, frames: count, cut: join.cut, first };
    }
  }
  return null;
}

/** A phrase pulls one way while the window of a cut under it pulls the other. */
export const motionsFight = faultKind<'motions-fight', Figures>({
  code: 'motions-fight',
  name: 'Phrase against a window',
  area: 'phrases',
  find: (film) =>
    film.phrases.flatMap((facts) => {
      const fight = facts.phrase.off ? null : fightOf(film, facts);
      if (!fight) return [];
      const { first, ...figures } = fight;
      return [
        {
          shot: null,
          cut: null,
          frame: frames(first),
          target: facts.phrase.id,
          figures,
          message: `The ${figures.of} of the phrase goes against the window of cut ${figures.cut} on ${plural(figures.frames, 'frame')}.`,
          mend: 'Move the phrase beside the window, or leave one of them out.',
        },
      ];
    }),
  mends: ({ plan, phrases, joins }, { target, figures: { cut } }) => {
    const facts = phrases.find(({ phrase }) => phrase.id === target);
    const join = joins[cut - 1];
    if (!facts || !join) return [];
    const after = frames(join.frame + join.after);
    return [
      {
        label: `Start it after the window, at frame ${after}`,
        make: () => movePhrase(plan, target!, after),
      },
      { label: 'Leave the phrase out', make: () => switchPhrases(plan, [target!], true) },
    ];
  },
});
