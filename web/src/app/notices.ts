import { createSlice, nanoid, type PayloadAction } from '@reduxjs/toolkit';
import { CaesuraError } from '@caesura/core/time';

/** A message to the person: an error with its mend, or something done that can be taken back. */
export interface Notice {
  readonly id: string;
  readonly kind: 'error' | 'done';
  readonly message: string;
  readonly mend?: string;
  /** Plan that was deleted and can be restored. */
  readonly restore?: string;
}

const slice = createSlice({
  name: 'notices',
  initialState: [] as readonly Notice[],
  reducers: {
    noticed: {
      prepare: (notice: Omit<Notice, 'id'>) => ({ payload: { ...notice, id: nanoid() } }),
      // The same message again replaces itself, so that a held key does not fill the screen.
      reducer: (state, { payload }: PayloadAction<Notice>): readonly Notice[] =>
        [...state.filter((n) => n.message !== payload.message), payload].slice(-3),
    },
    dismissed: (state, { payload }: PayloadAction<string>): readonly Notice[] =>
      state.filter((n) => n.id !== payload),
    cleared: (): readonly Notice[] => [],
  },
});

export const { noticed, dismissed, cleared } = slice.actions;
export const notices = slice.reducer;

/** The notice of anything thrown. */
export function problem(error: unknown): ReturnType<typeof noticed> {
  if (error instanceof CaesuraError)
    return noticed({
      kind: 'error',
      message: error.message,
      ...(error.mend && { mend: error.mend }),
    });
  return noticed({
    kind: 'error',
    message: error instanceof Error ? error.message : String(error),
  });
}
