import type { Remote } from 'comlink';
import { runIn, started, type RunningWorker } from './task.ts';

/** How long a worker without work is kept, in milliseconds. */
const KEPT = 20_000;

/** Runs tasks in a worker that no other tasks use meanwhile. */
export type WorkerPool<W> = <T>(
  tasks: (worker: Remote<W>) => Promise<T>,
  signal?: AbortSignal,
) => Promise<T>;

/**
 * Workers that are used again: one that has worked before is faster, since its program is there and
 * compiled. An abort, and any error, ends the worker at once, whatever it is doing; those that find
 * no work for a while are ended too.
 */
export function workerPool<W>(start: () => Worker): WorkerPool<W> {
  const idle: RunningWorker<W>[] = [];
  let tidying: ReturnType<typeof setTimeout> | undefined;
  const tidyLater = (): void => {
    clearTimeout(tidying);
    tidying = setTimeout(() => {
      for (const running of idle.splice(0)) running.end();
    }, KEPT);
  };
  return async (tasks, signal) => {
    signal?.throwIfAborted();
    const running = idle.pop() ?? started<W>(start);
    try {
      const result = await runIn(running, tasks, signal);
      idle.push(running);
      tidyLater();
      return result;
    } catch (error) {
      running.end();
      throw error;
    }
  };
}
