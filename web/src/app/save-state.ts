import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Plan } from '@caesura/core/plan';

/** Where the open plan is kept and whether what is on screen is saved. */
export interface SaveState {
  readonly id: string | null;
  /** Revision the plan on screen was made from. */
  readonly revision: number;
  /**
   * `failed`: the server cannot be reached, it is tried again; `refused`: it does not take this
   * plan, nothing is sent until the plan is another; `gone`: it has no such plan any more;
   * `conflict`: it has another version.
   */
  readonly status: 'saved' | 'waiting' | 'saving' | 'failed' | 'refused' | 'gone' | 'conflict';
  /** The plan as last acknowledged by the server. */
  readonly saved: Plan | null;
  readonly problem: string | null;
}

/** How a save that did not go through stands. */
export type Stopped = Extract<SaveState['status'], 'failed' | 'refused' | 'gone' | 'conflict'>;

const initialState = {
  id: null,
  revision: 0,
  status: 'saved',
  saved: null,
  problem: null,
} as SaveState;

const slice = createSlice({
  name: 'save',
  initialState,
  reducers: {
    kept: (
      state,
      {
        payload,
      }: PayloadAction<{ id: string; revision: number; plan: Plan; status?: SaveState['status'] }>,
    ): SaveState => ({
      ...state,
      id: payload.id,
      revision: payload.revision,
      status: payload.status ?? 'saved',
      saved: payload.plan,
      problem: null,
    }),
    saveWaiting: (state): SaveState => ({ ...state, status: 'waiting' }),
    saveNotNeeded: (state): SaveState => ({ ...state, status: 'saved' }),
    saveStarted: (state): SaveState => ({ ...state, status: 'saving' }),
    /** Notes why a save did not go through, and what becomes of it. */
    saveStopped: (
      state,
      { payload }: PayloadAction<{ status: Stopped; problem: string }>,
    ): SaveState => ({ ...state, ...payload }),
  },
});

export const { kept, saveWaiting, saveNotNeeded, saveStarted, saveStopped } = slice.actions;
export const saveState = slice.reducer;
