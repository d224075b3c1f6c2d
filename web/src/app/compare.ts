import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Plan } from '@caesura/core/plan';

/** Another version of the open plan, to be played against it. Not saved. */
export interface Compared {
  readonly name: string;
  readonly plan: Plan;
}

const slice = createSlice({
  name: 'compare',
  initialState: null as Compared | null,
  reducers: {
    compared: (_state, { payload }: PayloadAction<Compared | null>): Compared | null => payload,
  },
});

export const { compared } = slice.actions;
export const compare = slice.reducer;
