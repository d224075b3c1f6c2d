import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { workerPool } from './pool.ts';

/** A worker that does nothing by itself, and tells whether it was ended. */
class Idle extends EventTarget {
  ended = false;
  onerror: ((event: { message: string }) => void) | null = null;
  postMessage() {}
  terminate() {
    this.ended = true;
  }
}

describe('a pool of workers', () => {
  let made: Idle[] = [];
  const pool = () =>
    workerPool<object>(() => {
      const worker = new Idle();
      made.push(worker);
      return worker as unknown as Worker;
    });
  beforeEach(() => {
    made = [];
    vi.useFakeTimers();
  });
  afterEach(() => void vi.useRealTimers());

  it('uses a worker again once it is free, and another while it is not', async () => {
    const run = pool();
    expect(await run(() => Promise.resolve(1))).toBe(1);
    expect(await run(() => Promise.resolve(2))).toBe(2);
    expect(made).toHaveLength(1);
    await Promise.all([run(() => Promise.resolve(3)), run(() => Promise.resolve(4))]);
    expect(made).toHaveLength(2);
  });

  it('ends those that find no work for a while', async () => {
    const run = pool();
    await run(() => Promise.resolve(1));
    expect(made[0]!.ended).toBe(false);
    vi.advanceTimersByTime(60_000);
    expect(made[0]!.ended).toBe(true);
    await run(() => Promise.resolve(2));
    expect(made).toHaveLength(2);
  });

  it('ends one at once that failed, broke or was stopped, and uses another after it', async () => {
    const run = pool();
    await expect(run(() => Promise.reject(new Error('no')))).rejects.toThrow('no');
    const abort = new AbortController();
    const stopped = run(() => new Promise(() => {}), abort.signal);
    abort.abort(new Error('stopped'));
    await expect(stopped).rejects.toThrow('stopped');
    const broken = run(() => new Promise(() => {}));
    made[2]!.onerror!({ message: 'out of memory' });
    await expect(broken).rejects.toThrow('out of memory');
    expect(made.map((worker) => worker.ended)).toEqual([true, true, true]);
    await run(() => Promise.resolve(1));
    expect(made).toHaveLength(4);
  });
});
