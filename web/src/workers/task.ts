import { wrap, type Remote } from 'comlink';
import { CaesuraError } from '@caesura/core/time';

/**
 * What a worker answers: a value, or an error as plain data, since a class does not survive the
 * way.
 */
export type Answer<T> =
  | { readonly value: T }
  | {
      readonly error: {
        readonly code: string;
        readonly message: string;
        readonly mend: string | undefined;
      };
    };

/** Makes a worker's function answer its errors as data. */
export const answering =
  <A extends unknown[], T>(work: (...args: A) => Promise<T> | T) =>
  async (...args: A): Promise<Answer<T>> => {
    try {
      return { value: await work(...args) };
    } catch (error) {
      if (error instanceof CaesuraError)
        return { error: { code: error.code, message: error.message, mend: error.mend } };
      throw error;
    }
  };

/** The value of an answer. Throws its error. */
export function valueOf<T>(answer: Answer<T>): T {
  if ('error' in answer)
    throw new CaesuraError(answer.error.code, answer.error.message, answer.error.mend);
  return answer.value;
}

/** A worker and what can be asked of it. */
export interface RunningWorker<W> {
  readonly worker: Worker;
  readonly remote: Remote<W>;
  /** Ends it, whatever it is doing; what is asked of it then is never answered. */
  readonly end: () => void;
}

/**
 * Starts a worker. What waits for answers of it is held by the page only until it is ended: what
 * is told of its messages is told through a part of its own, which then lets go of all of them.
 */
export function started<W>(start: () => Worker): RunningWorker<W> {
  // The only hold on it of all that outlives it.
  let own: Worker | null = start();
  const listeners = new Set<EventListenerOrEventListenerObject>();
  const remote = wrap<W>({
    postMessage: (message, transfer = []) => own?.postMessage(message, transfer),
    addEventListener(type, listener) {
      listeners.add(listener);
      own?.addEventListener(type, listener);
    },
    removeEventListener(type, listener) {
      listeners.delete(listener);
      own?.removeEventListener(type, listener);
    },
  });
  const end = () => {
    for (const listener of listeners) own?.removeEventListener('message', listener);
    listeners.clear();
    own?.terminate();
    own = null;
  };
  return { worker: own, remote, end };
}

/** Runs tasks in a worker. Throws what they throw, when it breaks, and when they are aborted. */
export async function runIn<W, T>(
  { worker, remote }: RunningWorker<W>,
  tasks: (worker: Remote<W>) => Promise<T>,
  signal?: AbortSignal,
): Promise<T> {
  const over = new AbortController();
  const broken = new Promise<never>((_resolve, reject) => {
    worker.onerror = (event) =>
      reject(new Error(event.message || 'A part of the program could not be started.'));
    const stop = () => reject(signal!.reason as Error);
    signal?.addEventListener('abort', stop, { once: true, signal: over.signal });
  });
  try {
    return await Promise.race([tasks(remote), broken]);
  } finally {
    over.abort();
  }
}

/**
 * Runs one task in a worker of its own and ends the worker afterwards. An abort ends it at once,
 * whatever it is doing. Throws the task's error.
 */
export async function inWorker<W, T>(
  start: () => Worker,
  task: (worker: Remote<W>) => Promise<Answer<T>>,
  signal?: AbortSignal,
): Promise<T> {
  signal?.throwIfAborted();
  const own = started<W>(start);
  try {
    return valueOf(await runIn(own, task, signal));
  } finally {
    own.end();
  }
}
