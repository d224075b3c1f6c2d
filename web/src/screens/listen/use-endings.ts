import { useEffect, useState } from 'react';
import type { EndingChoice } from '@caesura/core/endings';
import type { Plan, Sound } from '@caesura/core/plan';
import { problem } from '../../app/notices.ts';
import { useAppDispatch } from '../../app/store.ts';
import { useMediaBytes } from '../../app/use-media.ts';
import type { EndingsWorker } from '../../workers/endings-worker.ts';
import { startEndingsWorker } from '../../workers/start.ts';
import { inWorker } from '../../workers/task.ts';

/** Quiet time after a change before endings are looked for, in milliseconds. */
const SETTLE = 300;

/**
 * The ways in which a sound can end near the target, looked for anew after each change; null until
 * they are known.
 */
export function useEndings(plan: Plan, sound: Sound): readonly EndingChoice[] | null {
  const dispatch = useAppDispatch();
  const chromaAndTimbre = useMediaBytes(sound.chromaAndTimbre);
  const waiting = sound.chromaAndTimbre !== null && chromaAndTimbre === null;
  const [found, setFound] = useState<{
    sound: Sound;
    target: number;
    choices: readonly EndingChoice[];
  } | null>(null);
  useEffect(() => {
    if (waiting) return undefined;
    const abort = new AbortController();
    const timer = window.setTimeout(() => {
      inWorker<EndingsWorker, EndingChoice[]>(
        startEndingsWorker,
        (worker) => worker.find(plan, sound, chromaAndTimbre),
        abort.signal,
      )
        .then((choices) => setFound({ sound, target: plan.target, choices }))
        .catch((error: unknown) => {
          if (!abort.signal.aborted) dispatch(problem(error));
        });
    }, SETTLE);
    return () => {
      window.clearTimeout(timer);
      abort.abort();
    };
  }, [plan, sound, chromaAndTimbre, waiting, dispatch]);
  return found?.sound === sound && found.target === plan.target ? found.choices : null;
}
