import { useCallback } from 'react';
import { useOutletContext } from 'react-router';
import type { Plan } from '@caesura/core/plan';
import { edit } from './edit.ts';
import type { EditArguments, EditName } from './plan-edits.ts';
import { problem } from './notices.ts';
import { useAppDispatch } from './store.ts';

/** The open plan; only inside a plan's screens. */
export const usePlan = (): Plan => useOutletContext<Plan>();

/** Applies an edit by name. Returns whether it was done. */
export type ApplyEdit = <N extends EditName>(name: N, ...args: EditArguments<N>) => boolean;

/** Gives the function that applies edits; one that cannot be done shows why and how to mend it. */
export function useEdit(): ApplyEdit {
  const dispatch = useAppDispatch();
  return useCallback<ApplyEdit>(
    (name, ...args) => {
      try {
        dispatch(edit(name, ...args));
        return true;
      } catch (error) {
        dispatch(problem(error, 'edited'));
        return false;
      }
    },
    [dispatch],
  );
}
