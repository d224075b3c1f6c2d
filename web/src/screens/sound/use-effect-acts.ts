import type { EffectFile } from '@caesura/core/plan';
import type { EffectFacts } from '@caesura/core/sound';
import { useEdit } from '../../app/hooks.ts';
import type { SoundActs } from './use-sound-keys.ts';

/**
 * What can be done at a cut with its last effect: put another, take it out, make it louder by
 * decibels, turn it on or off.
 */
export function useEffectActs(
  cut: number,
  file: EffectFile | undefined,
  here: readonly EffectFacts[],
): Pick<SoundActs, 'put' | 'remove' | 'louder' | 'onOff'> {
  const edit = useEdit();
  const last = here.at(-1);
  return {
    put: () => {
      if (file) edit('putHit', file.id, cut);
    },
    remove: () => {
      if (last) edit('removeEffects', [last.placement.id]);
    },
    louder: (by) => {
      if (last)
        edit('changeEffect', last.placement.id, { gain: Math.round(10 * (last.gain + by)) / 10 });
    },
    onOff: () => {
      if (last) edit('changeEffect', last.placement.id, { off: !last.placement.off });
    },
  };
}
