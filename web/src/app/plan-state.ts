import { createAction, type UnknownAction } from '@reduxjs/toolkit';
import undoable, { ActionCreators, type StateWithHistory } from 'redux-undo';
import { fillClips } from '@caesura/core/edits';
import type { FileFacts, Plan } from '@caesura/core/plan';
import { applied, EDIT_LABELS, isEdit, type EditAction } from './plan-edits.ts';

/** Steps that can be undone. */
const UNDO_STEPS = 200;

/** A version of the plan and the edit that led to it. */
export interface PlanVersion {
  readonly plan: Plan;
  readonly label: string | null;
}

/** The open plan with what can be undone and redone; `plan` null while none is open. */
export type PlanHistory = StateWithHistory<PlanVersion | null>;

/** Puts a plan in place of the open one, with the history it had. */
export const planOpened = createAction<{
  present: PlanVersion;
  past: PlanVersion[];
  future: PlanVersion[];
}>('plan/opened');
/** Adds to the clips of a file what was made of it. It is no edit: it goes into every version, so that no undo loses it. */
export const clipsFilled = createAction<{ content: string; facts: FileFacts }>('plan/clipsFilled');
export const { undo, redo } = ActionCreators;

function version(state: PlanVersion | null = null, action: UnknownAction): PlanVersion | null {
  if (!state || !isEdit(action)) return state;
  const plan = applied(state.plan, action.payload);
  return plan === state.plan ? state : { plan, label: EDIT_LABELS[action.payload.name] };
}

/** Nudges of one cut in a row are one step back. */
function groupOf(action: UnknownAction): string | null {
  const { name, args } = (action as unknown as EditAction).payload ?? {};
  return name === 'nudgeCut' ? `nudge ${String(args[0])}` : null;
}

const withUndo = undoable<PlanVersion | null>(version, {
  limit: UNDO_STEPS,
  groupBy: groupOf,
  filter: (action) => isEdit(action as UnknownAction & { type: string }),
});

function filled(
  history: PlanHistory,
  { content, facts }: { content: string; facts: FileFacts },
): PlanHistory {
  const fill = (version: PlanVersion | null): PlanVersion | null => {
    const plan = version && fillClips(version.plan, content, facts);
    return plan && plan !== version.plan ? { ...version, plan } : version;
  };
  const present = fill(history.present);
  return {
    ...history,
    present,
    past: history.past.map(fill),
    future: history.future.map(fill),
    _latestUnfiltered: present,
  };
}

/** Reducer of the open plan. An edit that throws leaves it as it was. */
export function planHistory(state: PlanHistory | undefined, action: UnknownAction): PlanHistory {
  if (clipsFilled.match(action))
    return state ? filled(state, action.payload) : withUndo(state, action);
  if (!planOpened.match(action)) return withUndo(state, action);
  const { past, present, future } = action.payload;
  return {
    past,
    present,
    future,
    group: null,
    index: past.length,
    limit: UNDO_STEPS,
    _latestUnfiltered: present,
  };
}
