import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { newPlan } from '@caesura/core/plan';
import { startAutosave } from './autosave.ts';
import { edit } from './edit.ts';
import { planOpened, undo } from './plan-state.ts';
import { kept } from './save-state.ts';
import { listeners, makeStore } from './store.ts';

interface Sent {
  readonly revision: number;
  readonly plan: { readonly name: string };
}

/** A server that keeps one plan and can be made slow, unreachable or ahead. */
function fakeServer() {
  const server = {
    revision: 1,
    saves: [] as Sent[],
    reachable: true,
    delay: 20,
    /** A status with which everything is answered. */
    status: 200,
    asked: 0,
  };
  vi.stubGlobal('fetch', async (_url: string, init: RequestInit) => {
    await new Promise((done) => setTimeout(done, server.delay));
    if (!server.reachable) throw new TypeError('no connection');
    server.asked++;
    if (server.status !== 200) {
      const error = { code: 'some-code', message: 'It is not right.', mend: 'Do otherwise.' };
      return new Response(JSON.stringify({ error }), { status: server.status });
    }
    const sent = JSON.parse(init.body as string) as Sent;
    if (sent.revision !== server.revision) {
      const error = { code: 'stale-revision', message: 'It was changed elsewhere.' };
      return new Response(JSON.stringify({ error }), { status: 409 });
    }
    server.saves.push(sent);
    server.revision++;
    return new Response(JSON.stringify({ revision: server.revision, changedAt: '' }));
  });
  return server;
}

function opened() {
  const plan = newPlan('Guild evening');
  const store = makeStore();
  startAutosave();
  store.dispatch(kept({ id: 'p', revision: 1, plan }));
  store.dispatch(planOpened({ past: [], present: { plan, label: null }, future: [] }));
  return store;
}

const name = (text: string) => edit('changeBrief', { name: text });

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  listeners.clearListeners();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

it('sends the last of several quick edits once, then says saved', async () => {
  const server = fakeServer();
  const store = opened();
  for (const text of ['A', 'AB', 'ABC']) {
    store.dispatch(name(text));
    await vi.advanceTimersByTimeAsync(100);
  }
  expect(store.getState().save.status).toBe('waiting');
  await vi.advanceTimersByTimeAsync(1000);
  expect(server.saves.map((s) => s.plan.name)).toEqual(['ABC']);
  expect(store.getState().save).toMatchObject({ status: 'saved', revision: 2 });
});

it('sends what was changed while a save was on its way, with the new revision', async () => {
  const server = fakeServer();
  server.delay = 800;
  const store = opened();
  store.dispatch(name('First'));
  await vi.advanceTimersByTimeAsync(700);
  expect(store.getState().save.status).toBe('saving');
  store.dispatch(name('Second'));
  await vi.advanceTimersByTimeAsync(4000);
  expect(server.saves.map((s) => [s.revision, s.plan.name])).toEqual([
    [1, 'First'],
    [2, 'Second'],
  ]);
  expect(store.getState().save.status).toBe('saved');
});

it('sends nothing when the edit is undone before it settled', async () => {
  const server = fakeServer();
  const store = opened();
  store.dispatch(name('Oops'));
  store.dispatch(undo());
  await vi.advanceTimersByTimeAsync(2000);
  expect(server.saves).toEqual([]);
  expect(store.getState().save.status).toBe('saved');
});

it('tries again until the server is back', async () => {
  const server = fakeServer();
  server.reachable = false;
  const store = opened();
  store.dispatch(name('Later'));
  await vi.advanceTimersByTimeAsync(3000);
  expect(store.getState().save).toMatchObject({
    status: 'failed',
    problem: 'The server cannot be reached.',
  });
  server.reachable = true;
  await vi.advanceTimersByTimeAsync(6000);
  expect(server.saves.map((s) => s.plan.name)).toEqual(['Later']);
  expect(store.getState().save.status).toBe('saved');
});

it('stops at a stale revision and writes nothing more until it is decided', async () => {
  const server = fakeServer();
  const store = opened();
  server.revision = 7;
  store.dispatch(name('Mine'));
  await vi.advanceTimersByTimeAsync(2000);
  store.dispatch(name('Mine again'));
  await vi.advanceTimersByTimeAsync(6000);
  expect(store.getState().save).toMatchObject({
    status: 'conflict',
    problem: 'It was changed elsewhere.',
  });
  expect(server.saves).toEqual([]);
});

it.each([
  [400, 'refused'],
  [413, 'refused'],
  [404, 'gone'],
] as const)(
  'does not ask again what was answered with %d, and says so',
  async (status, becomes) => {
    const server = fakeServer();
    server.status = status;
    const store = opened();
    store.dispatch(name('Refused'));
    await vi.advanceTimersByTimeAsync(20_000);
    expect(store.getState().save).toMatchObject({ status: becomes, problem: 'It is not right.' });
    expect(server.asked).toBe(1);
    if (becomes === 'refused')
      expect(store.getState().notices.at(-1)).toMatchObject({
        message: 'Not saved: It is not right.',
        mend: 'Do otherwise.',
      });
    // Another plan may be taken.
    server.status = 200;
    store.dispatch(name('Taken'));
    await vi.advanceTimersByTimeAsync(3000);
    expect(server.saves.map((s) => s.plan.name)).toEqual(becomes === 'refused' ? ['Taken'] : []);
  },
);

it('tries again while the server is in trouble, with its own words', async () => {
  const server = fakeServer();
  server.status = 500;
  const store = opened();
  store.dispatch(name('Later'));
  await vi.advanceTimersByTimeAsync(2000);
  expect(store.getState().save).toMatchObject({ status: 'failed', problem: 'It is not right.' });
  server.status = 200;
  await vi.advanceTimersByTimeAsync(6000);
  expect(store.getState().save.status).toBe('saved');
});
