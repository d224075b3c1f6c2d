import { proxy, type Remote } from 'comlink';
import { useEffect, useMemo, useRef, useState } from 'react';
import { knownSum } from '@caesura/core/faults';
import type { Plan } from '@caesura/core/plan';
import { sumOf, type SumLevel } from '@caesura/core/sound';
import { useFaults } from '../app/faults.ts';
import { problem } from '../app/notices.ts';
import { useAppDispatch } from '../app/store.ts';
import { startSumWorker } from '../workers/start.ts';
import type { SumWorker } from '../workers/sum-worker.ts';
import { started, valueOf } from '../workers/task.ts';

/** Rest after the last change before its sum is measured. Milliseconds. */
const REST = 400;

/**
 * Measures the sum of a plan's sounds whenever something else sounds, and tells it to all that
 * shows faults. Returns the sum with what was not in it, or null with the part that is measured.
 */
export function useSum(plan: Plan): {
  readonly level: SumLevel | null;
  readonly silent: readonly string[];
  readonly done: number;
} {
  const dispatch = useAppDispatch();
  const { sum, tellSum } = useFaults();
  const [done, setDone] = useState(0);
  const worker = useRef<Remote<SumWorker> | null>(null);
  useEffect(() => {
    const own = started<SumWorker>(startSumWorker);
    own.worker.onerror = ({ message }) =>
      dispatch(problem(new Error(message || 'The sum cannot be measured here.')));
    worker.current = own.remote;
    return () => {
      own.end();
      worker.current = null;
    };
  }, [dispatch]);
  const events = useMemo(() => sumOf(plan).events, [plan]);
  const known = sum?.of.events === events;
  useEffect(() => {
    if (known) return undefined;
    let left = false;
    const measure = async () => {
      setDone(0);
      const answer = await worker.current!.sum(
        plan,
        proxy((part) => {
          if (!left) setDone(part);
        }),
      );
      if (!left) tellSum(valueOf(answer));
    };
    const timer = setTimeout(
      () => void measure().catch((error: unknown) => dispatch(problem(error))),
      REST,
    );
    return () => {
      left = true;
      clearTimeout(timer);
    };
    // What sounds decides what is measured, not every change of the plan.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [events, known]);
  const level = useMemo(() => knownSum(plan, { sum }), [plan, sum]);
  return { level, silent: sum?.silent ?? [], done };
}
