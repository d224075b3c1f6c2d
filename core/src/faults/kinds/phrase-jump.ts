import { anchorOn, frameSpan } from '../../film/index.ts';
import type { PhraseFacts } from '../../phrases/index.ts';
import { changePhrases, placePhrase } from '../../plan/edits/edit-phrases.ts';
import { frames, plural } from '../../time/index.ts';
import { faultKind } from '../fault.ts';
import { seenJumps, type SeenJump } from '../seen-jump.ts';

/** The parameter that is farthest from rest on the last frame of a phrase; null where none is. */
function jumpOf({ start, end, pictured, settings }: PhraseFacts): SeenJump | null {
  // A shake is nothing but jumps, and a flash of one frame is meant.
  if (settings.shake) return null;
  return seenJumps(pictured(end - 1 - start))[0] ?? null;
}

/** Frames of a way out that is offered. */
const WAY_OUT = 8;

/** A phrase without a way out ends inside a shot, so that the picture jumps. */
export const phraseJump = faultKind<'phrase-jump', SeenJump>({
  code: 'phrase-jump',
  name: 'Picture jumps at the end of a phrase',
  area: 'phrases',
  find: ({ phrases, shots }) => {
    const cuts = new Set<number>(shots.flatMap(({ start, end }) => [start, end]));
    return phrases.flatMap((facts) => {
      const { phrase, frames: sections, start, end } = facts;
      const ends = !phrase.off && end > start && sections.out === 0 && !cuts.has(end);
      const figures = ends ? jumpOf(facts) : null;
      if (!figures) return [];
      return [
        {
          shot: null,
          cut: null,
          frame: frames(Math.max(0, end - 1)),
          target: phrase.id,
          figures,
          message: `The phrase ends inside a shot at frame ${end} without a way out: the picture jumps.`,
          mend: 'Give it a way out, or let it end on a cut.',
        },
      ];
    });
  },
  mends: ({ plan, phrases, shots }, { target }) => {
    const facts = phrases.find(({ phrase }) => phrase.id === target);
    const cut = facts && shots.find(({ start }) => start > facts.end);
    return [
      {
        label: `A way out of ${plural(WAY_OUT, 'frame')}`,
        make: () => changePhrases(plan, [target!], { out: frameSpan(WAY_OUT, plan.rate) }),
      },
      ...(cut
        ? [
            {
              label: `End on cut ${cut.index}`,
              make: () => placePhrase(plan, target!, { to: anchorOn(plan, cut.start) }),
            },
          ]
        : []),
    ];
  },
});
