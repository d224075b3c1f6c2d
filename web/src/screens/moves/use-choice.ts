import { useCallback, useMemo } from 'react';
import type { JoinSettings, PhraseSettings } from '@caesura/core/plan';
import type { CutIndex } from '@caesura/core/time';
import { useEdit } from '../../app/hooks.ts';
import type { MoveItem } from './items.ts';

/** The cuts and phrases that an edit is for: those chosen of the kind of the open one. */
export interface Choice {
  readonly cuts: readonly CutIndex[];
  readonly phrases: readonly string[];
  readonly setJoins: (set: Partial<JoinSettings>) => boolean;
  readonly setPhrases: (set: Partial<PhraseSettings>) => boolean;
}

/** Edits of everything that is chosen, each in one step that is undone in one. */
export function useChoice(chosen: readonly MoveItem[]): Choice {
  const edit = useEdit();
  const { cuts, phrases } = useMemo(
    () => ({
      cuts: chosen.flatMap((item) => (item.kind === 'cut' ? [item.join.cut as CutIndex] : [])),
      phrases: chosen.flatMap((item) => (item.kind === 'phrase' ? [item.phrase.phrase.id] : [])),
    }),
    [chosen],
  );
  const setJoins = useCallback(
    (set: Partial<JoinSettings>) => edit('changeJoins', cuts, set),
    [edit, cuts],
  );
  const setPhrases = useCallback(
    (set: Partial<PhraseSettings>) => edit('changePhrases', phrases, set),
    [edit, phrases],
  );
  return useMemo(
    () => ({ cuts, phrases, setJoins, setPhrases }),
    [cuts, phrases, setJoins, setPhrases],
  );
}
