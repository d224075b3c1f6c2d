import { lostPhrases } from '../../phrases/index.ts';
import { removePhrases } from '../../plan/edits/edit-phrases.ts';
import { plural } from '../../time/index.ts';
import { faultKind, WHOLE } from '../fault.ts';

/** How many. */
interface Figures {
  readonly count: number;
}

/** Phrases are tied to what is gone, all of them together: a new layout may leave many. */
export const phraseLost = faultKind<'phrase-lost', Figures>({
  code: 'phrase-lost',
  name: 'Phrase without its place',
  area: 'phrases',
  find: ({ plan, phrases }) => {
    const count = lostPhrases(plan, phrases).length;
    if (count === 0) return [];
    return [
      {
        ...WHOLE,
        figures: { count },
        message: `${plural(count, 'phrase')} ${count === 1 ? 'is' : 'are'} tied to a cut, a sound or a moment that is gone.`,
        mend: 'Take them out, or undo what took their place away.',
      },
    ];
  },
  mends: ({ plan, phrases }, { figures: { count } }) => [
    {
      label: count === 1 ? 'Take it out' : `Take all ${count} out`,
      make: () =>
        removePhrases(
          plan,
          lostPhrases(plan, phrases).map(({ id }) => id),
        ),
    },
  ],
});
