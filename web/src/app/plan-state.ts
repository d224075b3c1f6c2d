import { createAction, type UnknownAction } from '@reduxjs/toolkit';
import undoable, { ActionCreators, type StateWithHistory } from 'redux-undo';
import type { Plan } from '@caesura/core/plan';
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
export const planOpened = createAction<{ present: PlanVersion; past: PlanVersion[]; future: PlanVersion[] }>(
  'plan/opened',
);
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

/** Reducer of the open plan. An edit that throws leaves it as it was. */
export function planHistory(state: PlanHistory | undefined, action: UnknownAction): PlanHistory {
  if (!planOpened.match(action)) return withUndo(state, action);
  const { past, present, future } = action.payload;
  return { past, present, future, group: null, index: past.length, limit: UNDO_STEPS, _latestUnfiltered: present };
}
