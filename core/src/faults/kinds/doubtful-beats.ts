import { correctedBeats } from '../../film/index.ts';
import { TRUSTED } from '../../listen/index.ts';
import { faultKind, WHOLE } from '../fault.ts';

/** No steady pulse was found in the music. */
export const doubtfulBeats = faultKind({
  code: 'doubtful-beats',
  name: 'Beats are a guess',
  area: 'music',
  find: ({ plan: { music } }) => {
    if (!music) return [];
    const { confidence, beats } = correctedBeats(music);
    if (confidence >= TRUSTED) return [];
    return [
      {
        ...WHOLE,
        figures: { confidence },
        message:
          beats.length === 0
            ? 'No beats were found in the sound.'
            : 'The beats are a guess: no steady pulse was heard.',
        mend: 'Listen with the click before you rely on them, or tap along, or give the pace in frames or seconds.',
      },
    ];
  },
  mends: () => [],
});
