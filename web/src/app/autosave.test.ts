import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import jsonPatch, { type Operation } from 'fast-json-patch';
import { digestOf, newPlan, type Plan } from '@caesura/core/plan';
import { frames } from '@caesura/core/time';
import { startAutosave } from './autosave.ts';
import { edit } from './edit.ts';
import { planOpened, undo } from './plan-state.ts';
import { kept } from './save-state.ts';
import { listeners, makeStore } from './store.ts';

interface Sent {
  readonly revision: number;
  readonly plan: Plan;
}
type Change = { revision: number; patch: Operation[]; digest: number };

/** A server that keeps one plan and can be made slow, unreachable or ahead. */
function fakeServer() {
  const server = {
    revision: 1,
    plan: newPlan('Guild evening') as Plan,
    saves: [] as Sent[],
    /** What each save was sent as. */
    sent: [] as { method: string; characters: number }[],
    /** Whether the next answer is lost on its way back. */
    loses: false,
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
    const { revision } = server;
    if (init.method === 'GET') return new Response(JSON.stringify({ revision, plan: server.plan }));
    const body = JSON.parse(init.body as string) as Sent | Change;
    const sent: Sent =
      'patch' in body
        ? {
            revision: body.revision,
            plan: jsonPatch.applyPatch(server.plan, body.patch, true, false).newDocument,
          }
        : body;
    if (sent.revision !== revision) {
      const error = { code: 'stale-revision', message: 'It was changed elsewhere.' };
      return new Response(JSON.stringify({ error }), { status: 409 });
    }
    if ('patch' in body && digestOf(sent.plan) !== body.digest) {
      const error = { code: 'patch-mismatch', message: 'Not what was meant.' };
      return new Response(JSON.stringify({ error }), { status: 409 });
    }
    server.saves.push(sent);
    const characters = (init.body as string).length;
    server.sent.push({ method: init.method!, characters });
    server.plan = sent.plan;
    server.revision++;
    if (server.loses) {
      server.loses = false;
      throw new TypeError('the answer was lost');
    }
    return new Response(JSON.stringify({ revision: server.revision, changedAt: '' }));
  });
  return server;
}

function opened(plan: Plan = newPlan('Guild evening')) {
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
  server.plan = newPlan('Theirs');
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

it('sends what changed, not the whole plan', async () => {
  const server = fakeServer();
  const notes = Array.from({ length: 2000 }, (_, i) => ({
    ...{ id: `n${i}`, frame: frames(i), text: `Look at the platen ${i}` },
  }));
  const plan: Plan = { ...newPlan('Guild evening'), notes };
  server.plan = plan;
  const store = opened(plan);
  store.dispatch(edit('changeBrief', { client: 'Marrow Lane' }));
  await vi.advanceTimersByTimeAsync(2000);
  expect(server.sent).toEqual([{ method: 'PATCH', characters: expect.any(Number) as number }]);
  expect(server.sent[0]!.characters).toBeLessThan(300);
  expect(server.plan).toEqual(store.getState().history.present!.plan);
});

it('sends the whole plan where the change does not lead to it there', async () => {
  const server = fakeServer();
  const store = opened();
  // The server has something that this browser does not know of.
  server.plan = { ...server.plan, client: 'Another' };
  store.dispatch(name('Whole'));
  await vi.advanceTimersByTimeAsync(2000);
  expect(server.sent.map(({ method }) => method)).toEqual(['PUT']);
  expect(server.plan).toEqual(store.getState().history.present!.plan);
});

it('knows its own save whose answer was lost, also when it went on from there', async () => {
  const server = fakeServer();
  const store = opened();
  server.loses = true;
  store.dispatch(name('Landed'));
  await vi.advanceTimersByTimeAsync(1000);
  expect(store.getState().save.status).toBe('failed');
  expect(server.revision).toBe(2);
  store.dispatch(name('And on'));
  await vi.advanceTimersByTimeAsync(8000);
  expect(store.getState().save).toMatchObject({ status: 'saved', revision: 3 });
  expect(server.saves.map((s) => s.plan.name)).toEqual(['Landed', 'And on']);
});
