import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { watched } from './watchdog.ts';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

const file = { name: 'loop.webm' };
/** Work that never ends by itself, as in a worker that is ended by its signal. */
const endless = ({ signal }: { signal: AbortSignal }) =>
  new Promise<never>((_, reject) =>
    signal.addEventListener('abort', () => reject(signal.reason as Error)),
  );
const outside = () => ({ abort: new AbortController(), told: [] as number[] });

it('gives up what gets no further, and says which file', async () => {
  const { abort, told } = outside();
  const end = watched(file, endless, { signal: abort.signal, onProgress: (n) => told.push(n) }, 30);
  const says = expect(end).rejects.toMatchObject({
    code: 'stuck',
    message: '“loop.webm” could not be read: for 30 s nothing more came of it.',
  });
  await vi.advanceTimersByTimeAsync(32_000);
  await says;
  expect(vi.getTimerCount()).toBe(0);
});

it('waits as long as something comes, and passes on what comes', async () => {
  const { abort, told } = outside();
  const slow = async ({ onProgress }: { onProgress: (n: number) => void }) => {
    for (let i = 0; i < 10; i++) {
      await new Promise((done) => setTimeout(done, 25_000));
      onProgress(i / 10);
    }
    return 'read';
  };
  const end = watched(file, slow, { signal: abort.signal, onProgress: (n) => told.push(n) }, 30);
  await vi.advanceTimersByTimeAsync(260_000);
  expect(await end).toBe('read');
  expect(told).toHaveLength(10);
});

it('ends when it is stopped from outside, also before it began', async () => {
  const { abort } = outside();
  const how = { signal: abort.signal, onProgress: () => undefined };
  const end = watched(file, endless, how);
  const says = expect(end).rejects.toThrow('stopped');
  abort.abort(new Error('stopped'));
  await says;
  const seen = await watched(file, async ({ signal }) => signal.aborted, how);
  expect(seen).toBe(true);
});
