import type { ShotFacts } from '@caesura/core/film';
import type { Frames } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import { useAppDispatch } from '../../app/store.ts';
import { cutSelected } from '../../app/view.ts';
import type { CutSelection } from './use-cut-selection.ts';
import type { ShotSelection } from './use-shot-selection.ts';

/**
 * What can be done with the chosen cuts, and with the shot that is chosen or starts at the first of
 * them.
 */
export interface CutEdits {
  readonly toCue: (direction: 1 | -1) => void;
  readonly nudge: (by: 1 | -1) => void;
  readonly remove: () => void;
  readonly lock: () => void;
  readonly split: () => void;
  /** In source frames. */
  readonly slip: (by: number) => void;
  readonly swap: (by: 1 | -1) => void;
  readonly lengthen: (by: 1 | -1) => void;
  /** A cut was dragged to a frame; the others that are chosen go with it. */
  readonly drop: (cut: number, to: Frames) => void;
}

/** Makes the edits of the chosen cuts of a film. */
export function useCutEdits(
  shots: readonly ShotFacts[],
  frame: Frames,
  { selected, cuts, select }: CutSelection,
  { chosen, choose }: Pick<ShotSelection, 'chosen' | 'choose'>,
): CutEdits {
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const last = shots.length - 1;
  const isCut = selected !== null && selected > 0;
  const shot = selected ?? (chosen.length === 1 ? chosen[0]! : null);
  return {
    toCue(direction) {
      if (isCut) edit('moveCutToCue', selected, direction);
    },
    nudge(by) {
      if (cuts.length > 1) edit('moveCuts', cuts, by);
      else if (isCut) edit('nudgeCut', selected, by);
    },
    remove() {
      if (isCut && edit('removeCut', selected))
        select(last === 1 ? null : Math.min(selected, last - 1));
    },
    lock() {
      if (isCut) edit('lockCut', selected, !shots[selected]!.shot.locked);
    },
    split() {
      const index = shots.findLastIndex((s) => s.start <= frame);
      if (edit('splitShot', frame)) dispatch(cutSelected(index + 1));
    },
    slip(by) {
      if (shot !== null) edit('slipShot', shot, by);
    },
    swap(by) {
      if (shot === null || shot + by < 0 || shot + by > last) return;
      if (!edit('swapShots', shot, shot + by)) return;
      if (selected === null) choose(shot + by, 'alone');
      else select(shot + by);
    },
    lengthen(by) {
      if (shot !== null) edit('setShotLength', shot, shots[shot]!.length + by, 'next');
    },
    drop(held, to) {
      const by = to - shots[held]!.start;
      if (cuts.length > 1 && cuts.includes(held)) return void edit('moveCuts', cuts, by);
      dispatch(cutSelected(held));
      edit('moveCut', held, to);
    },
  };
}
