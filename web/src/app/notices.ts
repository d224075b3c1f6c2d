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
  /** When its reason is gone: the server is back, the plan is saved, or the plan is another. */
  readonly until?: Until;
}

/** What ends the reason of a notice. */
export type Until = 'server' | 'saved' | 'edited';

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
    /** Takes away the notices whose reason is gone. */
    reasonGone: (state, { payload }: PayloadAction<Until>): readonly Notice[] =>
      state.some(({ until }) => until === payload)
        ? state.filter(({ until }) => until !== payload)
        : state,
    cleared: (): readonly Notice[] => [],
  },
});

export const { noticed, dismissed, reasonGone, cleared } = slice.actions;
export const notices = slice.reducer;

/** The notice of anything thrown; `until` says what ends its reason, where that is known. */
export function problem(error: unknown, until?: Until): ReturnType<typeof noticed> {
  if (error instanceof CaesuraError) {
    const ends = error.code === 'no-server' ? 'server' : until;
    return noticed({
      kind: 'error',
      message: error.message,
      ...(error.mend && { mend: error.mend }),
      ...(ends && { until: ends }),
    });
  }
  return noticed({
    kind: 'error',
    message: error instanceof Error ? error.message : String(error),
    ...(until && { until }),
  });
}
