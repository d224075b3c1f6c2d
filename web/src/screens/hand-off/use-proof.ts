import { proxy } from 'comlink';
import { useCallback, useEffect, useState } from 'react';
import { isProved, type HandoffFormat, type Proof } from '@caesura/core/handoff';
import type { Plan } from '@caesura/core/plan';
import { CaesuraError } from '@caesura/core/time';
import type { ProofWorker } from '../../workers/proof-worker.ts';
import { startProofWorker } from '../../workers/start.ts';
import { inWorker } from '../../workers/task.ts';

/** How far the proof of a file is. */
export type Proving =
  | { readonly is: 'working'; readonly part: number }
  | { readonly is: 'stopped' }
  | { readonly is: 'proved'; readonly proof: Proof }
  | { readonly is: 'failed'; readonly error: CaesuraError };

/** The proof of a file, with what stops it and what begins it anew. */
export interface FileProving {
  readonly state: Proving;
  readonly stop: () => void;
  readonly again: () => void;
}

const failure = (error: unknown): CaesuraError =>
  error instanceof CaesuraError
    ? error
    : new CaesuraError('no-proof', 'The file could not be read back.', 'Open its format again.');

/** Proves a written file beside the page; null where nothing reads its format. */
export function useProof(
  plan: Plan,
  format: HandoffFormat['id'],
  text: string | null,
): FileProving | null {
  // The file whose proof was stopped, and how often one was asked for.
  const [stopped, setStopped] = useState<string | null>(null);
  const [asked, setAsked] = useState(0);
  const [known, setKnown] = useState<{ of: string; state: Proving }>();
  useEffect(() => {
    if (!isProved(format) || text === null || stopped === text) return undefined;
    const over = new AbortController();
    let isOver = false;
    const set = (state: Proving) => {
      // What was sent on the way may come after the end.
      if (over.signal.aborted || isOver) return;
      isOver = state.is !== 'working';
      setKnown({ of: text, state });
    };
    inWorker<ProofWorker, Proof>(
      startProofWorker,
      (worker) =>
        worker.prove(
          ...([plan, format, text] as const),
          proxy((part: number) => set({ is: 'working', part })),
        ),
      over.signal,
    ).then(
      (proof) => set({ is: 'proved', proof }),
      (error: unknown) => set({ is: 'failed', error: failure(error) }),
    );
    return () => over.abort();
  }, [plan, format, text, stopped, asked]);
  const stop = useCallback(() => setStopped(text), [text]);
  const again = useCallback(() => {
    setStopped(null);
    setAsked((n) => n + 1);
  }, []);
  if (!isProved(format) || text === null) return null;
  const here: Proving = known?.of === text ? known.state : { is: 'working', part: 0 };
  const state: Proving = stopped === text && here.is === 'working' ? { is: 'stopped' } : here;
  return { state, stop, again };
}
