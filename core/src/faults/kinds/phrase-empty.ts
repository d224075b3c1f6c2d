import { placePhrase } from '../../plan/edits/edit-phrases.ts';
import { perPhrase } from '../each.ts';
import { faultKind } from '../fault.ts';

/** Frames by which it ends before it starts. */
interface Figures {
  readonly over: number;
}

/** A phrase ends where it starts, or before. */
export const phraseEmpty = faultKind<'phrase-empty', Figures>({
  code: 'phrase-empty',
  name: 'Phrase without a frame',
  area: 'phrases',
  find: perPhrase<Figures>(({ phrase, start, end, to }) => {
    if (phrase.off || end > start) return [];
    return [
      {
        shot: null,
        cut: null,
        frame: start,
        target: phrase.id,
        figures: { over: start - (to?.frame ?? end) },
        message: 'The phrase ends before it starts, so that nothing is moved.',
        mend: 'Tie its end to something later, or let it end by its length.',
      },
    ];
  }),
  mends: ({ plan }, { target }) => [
    {
      label: 'End by its length',
      make: () => placePhrase(plan, target!, { to: null }),
    },
  ],
});
