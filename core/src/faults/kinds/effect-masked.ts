import { decimal, perEffect, placeOf } from '../effects.ts';
import { faultKind } from '../fault.ts';
import { levelTries } from '../level-tries.ts';

/**
 * Under the music by so much an effect is not heard any more: common practice, no published source.
 * LU.
 */
const MASKED = 18;

/** An effect lies so far under the music that it is not heard. */
export const effectMasked = faultKind({
  code: 'effect-masked',
  name: 'Effect masked by the music',
  area: 'effects',
  find: perEffect((facts) => {
    const { effect, gain, advice } = facts;
    const { loudness } = effect.measure;
    if (loudness === null || advice.music === null) return [];
    const under = advice.music - loudness - gain;
    if (under <= MASKED) return [];
    return [
      {
        ...placeOf(facts),
        figures: { under },
        message: `“${effect.name}” lies ${decimal(under)} LU under the music and is not heard.`,
        mend: `Turn it up to ${decimal(advice.gain)} dB, or fade the music.`,
      },
    ];
  }),
  mends: (film, { target }) => levelTries(film, target),
});
