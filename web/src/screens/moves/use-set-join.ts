import { useCallback } from 'react';
import type { JoinSettings } from '@caesura/core/plan';
import { useEdit } from '../../app/hooks.ts';

/** Sets values of the join at a cut; says whether the plan took them. */
export function useSetJoin(cut: number): (change: Partial<JoinSettings>) => boolean {
  const edit = useEdit();
  return useCallback((change) => edit('changeJoin', cut, change), [edit, cut]);
}
