import { useCallback, useEffect, useRef, useState } from 'react';
import { noteUnderWay } from './interrupted.ts';
import { problem } from './notices.ts';
import { useAppDispatch } from './store.ts';

/** Long work on view. */
export interface Task {
  readonly working: { readonly what: string; readonly fraction: number | null } | null;
  readonly run: (
    work: (
      onStage: (what: string, fraction: number | null) => void,
      signal: AbortSignal,
    ) => Promise<void>,
  ) => void;
  readonly stop: () => void;
}

/**
 * Runs one piece of long work at a time, with its progress; it stops when the screen is left.
 * Errors are shown.
 */
export function useTask(): Task {
  const dispatch = useAppDispatch();
  const [working, setWorking] = useState<Task['working']>(null);
  const abort = useRef<AbortController | null>(null);
  const stop = useCallback(() => {
    abort.current?.abort();
    abort.current = null;
    setWorking(null);
  }, []);
  useEffect(() => stop, [stop]);
  const run = useCallback<Task['run']>(
    (work) => {
      stop();
      const own = new AbortController();
      abort.current = own;
      let ended: (() => void) | null = null;
      const onStage = (what: string, fraction: number | null) => {
        if (abort.current !== own) return;
        ended ??= noteUnderWay(what);
        setWorking({ what, fraction });
      };
      work(onStage, own.signal)
        .catch((error: unknown) => {
          if (!own.signal.aborted) dispatch(problem(error));
        })
        .finally(() => {
          ended?.();
          if (abort.current === own) stop();
        });
    },
    [dispatch, stop],
  );
  return { working, run, stop };
}
