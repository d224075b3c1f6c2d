import { useCallback } from 'react';
import { askSpeeds, type SpeedQuestion } from '@caesura/core/edits';
import type { Plan } from '@caesura/core/plan';
import { useEdit } from '../../app/hooks.ts';
import { noticed, problem } from '../../app/notices.ts';
import { useAppDispatch } from '../../app/store.ts';

/** Gives what asks a question about a shot and does what is answered, or says why not. */
export function useAsk(plan: Plan, index: number): (question: SpeedQuestion) => boolean {
  const edit = useEdit();
  const dispatch = useAppDispatch();
  return useCallback(
    (question) => {
      try {
        const answer = askSpeeds(plan, index, question);
        if (answer.found) return edit('placeSpeeds', index, answer.found);
        dispatch(noticed({ kind: 'error', message: answer.reason }));
      } catch (error) {
        dispatch(problem(error, 'edited'));
      }
      return false;
    },
    [plan, index, edit, dispatch],
  );
}
