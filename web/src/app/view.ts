import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { frames, type Frames } from '@caesura/core/time';

/** What is looked at: not part of the plan, not saved. */
export interface View {
  /** Plan frame of the position. */
  readonly frame: Frames;
  /** Selected cut, from 1; 0 for the start of the film; null for none. */
  readonly cut: number | null;
  /** Further cuts that are selected with it. */
  readonly also: readonly number[];
  /** Shots that are chosen, from 0, the one that was chosen first in front; no cut is then. */
  readonly shots: readonly number[];
  /** Whether the list of keys is shown. */
  readonly keys: boolean;
  /** Whether what can be done is searched. */
  readonly palette: boolean;
  /** Whether the help is shown. */
  readonly help: boolean;
}

/**
 * The cuts that are chosen: those selected, or those of the chosen shots, between several or at
 * both ends of one.
 */
export function chosenCuts({ cut, also, shots }: View): number[] {
  if (cut !== null) return [cut, ...also].filter((each) => each > 0).sort((a, b) => a - b);
  const [first, last] = [Math.min(...shots), Math.max(...shots)];
  if (shots.length === 0) return [];
  if (first === last) return [first, first + 1].filter((each) => each > 0);
  return Array.from({ length: last - first }, (_, i) => first + 1 + i);
}

/** What is looked at when a plan is opened. */
const NOTHING: View = {
  frame: frames(0),
  cut: null,
  also: [],
  shots: [],
  keys: false,
  palette: false,
  help: false,
};

const slice = createSlice({
  name: 'view',
  initialState: NOTHING,
  reducers: {
    placed: (state, { payload }: PayloadAction<Frames>): View => ({ ...state, frame: payload }),
    cutSelected: (state, { payload }: PayloadAction<number | null>): View => ({
      ...state,
      cut: payload,
      also: [],
      shots: [],
    }),
    shotsChosen: (state, { payload }: PayloadAction<readonly number[]>): View => ({
      ...state,
      cut: null,
      also: [],
      shots: payload,
    }),
    cutsSelected: (
      state,
      { payload }: PayloadAction<{ cut: number; also: readonly number[] }>,
    ): View => ({
      ...state,
      cut: payload.cut,
      also: payload.also.filter((c) => c !== payload.cut),
      shots: [],
    }),
    keysToggled: (state, { payload }: PayloadAction<boolean | undefined>): View => ({
      ...state,
      keys: payload ?? !state.keys,
    }),
    paletteToggled: (state, { payload }: PayloadAction<boolean | undefined>): View => ({
      ...state,
      palette: payload ?? !state.palette,
    }),
    helpToggled: (state, { payload }: PayloadAction<boolean | undefined>): View => ({
      ...state,
      help: payload ?? !state.help,
    }),
    viewReset: (): View => NOTHING,
  },
});

export const {
  placed,
  cutSelected,
  cutsSelected,
  shotsChosen,
  keysToggled,
  paletteToggled,
  helpToggled,
  viewReset,
} = slice.actions;
export const view = slice.reducer;
