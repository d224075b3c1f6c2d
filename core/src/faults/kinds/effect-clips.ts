import { decimal, perEffect, placeOf } from '../effects.ts';
import { faultKind } from '../fault.ts';
import { levelTries } from '../level-tries.ts';

/** An effect goes over full scale by itself. */
export const effectClips = faultKind({
  code: 'effect-clips',
  name: 'Effect clips',
  area: 'effects',
  find: perEffect((facts) => {
    const { effect, gain, advice } = facts;
    const { top } = effect.measure;
    if (top === null || top + gain <= 0) return [];
    return [
      {
        ...placeOf(facts),
        figures: { over: top + gain },
        message: `“${effect.name}” goes ${decimal(top + gain)} dB over full scale.`,
        mend: `Turn it down to ${decimal(Math.min(advice.gain, -top))} dB or less.`,
      },
    ];
  }),
  mends: (film, { target }) => levelTries(film, target),
});
