import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Plan } from '@caesura/core/plan';

/** Where the open plan is kept and whether what is on screen is saved. */
export interface SaveState {
  readonly id: string | null;
  /** Revision the plan on screen was made from. */
  readonly revision: number;
  readonly status: 'saved' | 'waiting' | 'saving' | 'failed' | 'conflict';
  /** The plan as last acknowledged by the server. */
  readonly saved: Plan | null;
  readonly problem: string | null;
}

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
    saveFailed: (state, { payload }: PayloadAction<string>): SaveState => ({
      ...state,
      status: 'failed',
      problem: payload,
    }),
    saveRefused: (state, { payload }: PayloadAction<string>): SaveState => ({
      ...state,
      status: 'conflict',
      problem: payload,
    }),
  },
});

export const { kept, saveWaiting, saveNotNeeded, saveStarted, saveFailed, saveRefused } =
  slice.actions;
export const saveState = slice.reducer;
