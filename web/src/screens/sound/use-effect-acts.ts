import { cutAnchors } from '@caesura/core/edits';
import { anchorOn } from '@caesura/core/film';
import type { EffectFile, Plan } from '@caesura/core/plan';
import { frames } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import type { SoundItem } from './items.ts';
import type { SoundActs } from './use-sound-keys.ts';

/**
 * What can be done with what is chosen: put an effect there, take out what sounds, make it louder
 * by decibels, turn it on or off. Of one place it is done to the last that sounds there.
 */
export function useEffectActs(
  plan: Plan,
  file: EffectFile | undefined,
  chosen: readonly SoundItem[],
): Pick<SoundActs, 'put' | 'remove' | 'louder' | 'onOff'> {
  const edit = useEdit();
  const all = chosen.flatMap(({ effects }) => effects);
  const meant = chosen.length > 1 ? all : all.slice(-1);
  const ids = [...new Set(meant.map(({ placement }) => placement.id))];
  const first = meant[0];
  return {
    put: () => {
      if (!file) return;
      const anchors = chosen.flatMap(({ join, frame }) =>
        join ? cutAnchors(plan, join.cut, join.cut) : [anchorOn(plan, frames(frame), 'cut')],
      );
      edit('putHits', file.id, anchors);
    },
    remove: () => {
      if (ids.length > 0) edit('removeEffects', ids);
    },
    louder: (by) => {
      if (ids.length > 0) edit('turnEffects', ids, by);
    },
    onOff: () => {
      if (first) edit('changeEffects', ids, { off: first.placement.off ? undefined : true });
    },
  };
}
