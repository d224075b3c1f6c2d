import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { fillClips } from '@caesura/core/edits';
import type { FileFacts, Plan } from '@caesura/core/plan';

/** Steps that can be undone. */
const UNDO_STEPS = 200;

/** A version of the plan and the edit that led to it. */
export interface PlanVersion {
  readonly plan: Plan;
  readonly label: string | null;
}

/**
 * The open plan with what can be undone, the last first to go, and redone; `present` null while
 * none is open.
 */
export interface PlanHistory {
  readonly past: readonly PlanVersion[];
  readonly present: PlanVersion | null;
  readonly future: readonly PlanVersion[];
  /** Edits in a row of one group are one step. */
  readonly group: string | null;
}

const NOTHING: PlanHistory = { past: [], present: null, future: [], group: null };

/** A plan that an edit has made, and the group it belongs to. */
interface Edited extends PlanVersion {
  readonly group: string | null;
}

/** What a file of pictures is and what was made of it. */
interface Filled {
  readonly content: string;
  readonly facts: FileFacts;
}

const slice = createSlice({
  name: 'plan',
  initialState: NOTHING,
  reducers: {
    /** Puts a plan in place of the open one, with the history it had. */
    planOpened: (_state, { payload }: PayloadAction<Omit<PlanHistory, 'group'>>): PlanHistory => ({
      ...payload,
      group: null,
    }),
    /** Takes a plan that an edit has made as the next step. */
    planEdited: (state, { payload }: PayloadAction<Edited>): PlanHistory => {
      const { past, present, group } = state as PlanHistory;
      if (!present || payload.plan === present.plan) return state as PlanHistory;
      const { plan, label } = payload;
      const goesOn = payload.group !== null && payload.group === group;
      return {
        past: goesOn ? past : [...past, present].slice(-UNDO_STEPS),
        present: { plan, label },
        future: [],
        group: payload.group,
      };
    },
    undo: (state): PlanHistory => {
      const { past, present, future } = state as PlanHistory;
      const last = past.at(-1);
      if (!last || !present) return state as PlanHistory;
      return { past: past.slice(0, -1), present: last, future: [present, ...future], group: null };
    },
    redo: (state): PlanHistory => {
      const { past, present, future } = state as PlanHistory;
      const [next, ...rest] = future;
      if (!next || !present) return state as PlanHistory;
      return { past: [...past, present], present: next, future: rest, group: null };
    },
    /**
     * Adds to the clips of a file what was made of it. It is no edit: it goes into every version,
     * so that no undo loses it.
     */
    clipsFilled: (state, { payload: { content, facts } }: PayloadAction<Filled>): PlanHistory => {
      const { past, present, future, group } = state as PlanHistory;
      const fill = (version: PlanVersion): PlanVersion => {
        const plan = fillClips(version.plan, content, facts);
        return plan === version.plan ? version : { ...version, plan };
      };
      return {
        past: past.map(fill),
        present: present && fill(present),
        future: future.map(fill),
        group,
      };
    },
  },
});

export const { planOpened, planEdited, undo, redo, clipsFilled } = slice.actions;
export const planHistory = slice.reducer;
