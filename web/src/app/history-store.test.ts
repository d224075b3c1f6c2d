// @vitest-environment jsdom
import { beforeEach, expect, it, vi } from 'vitest';
import { newPlan } from '@caesura/core/plan';
import { isKeptInBrowser, keepHistory, keptHistories, type KeptHistory } from './history-store.ts';

/** The browser's store, with room for so many characters of JSON. */
const store = vi.hoisted(() => ({ room: Infinity, held: new Map<string, unknown>() }));

vi.mock('idb-keyval', () => ({
  createStore: () => null,
  get: (key: string) => Promise.resolve(store.held.get(key)),
  keys: () => Promise.resolve([...store.held.keys()]),
  delMany: () => Promise.resolve(),
  set: (key: string, value: unknown) => {
    if (JSON.stringify(value).length > store.room)
      return Promise.reject(new DOMException('full', 'QuotaExceededError'));
    store.held.set(key, value);
    return Promise.resolve();
  },
}));

const version = (name: string) => ({ plan: newPlan(name), label: name });
const history = {
  past: Array.from({ length: 40 }, (_, i) => version(`step ${i}`)),
  present: version('Type catalogue'),
  future: [],
  group: null,
};
const state = { revision: 3, unsaved: true };
const own = async (): Promise<KeptHistory | undefined> => (await keptHistories('p')).own?.kept;

beforeEach(() => {
  store.room = Infinity;
  store.held.clear();
});

it('keeps all undo steps where there is room', async () => {
  await keepHistory('p', history, state);
  expect((await own())?.past).toHaveLength(40);
  expect(isKeptInBrowser(history.present)).toBe(true);
});

it('keeps the work alone in a store that is too full for its steps', async () => {
  store.room = 2 * JSON.stringify(history.present).length;
  await keepHistory('p', history, state);
  expect(await own()).toMatchObject({ ...state, past: [], present: history.present });
  expect(isKeptInBrowser(history.present)).toBe(true);
});

it('leaves what it had in a store without any room, and does not say that it kept more', async () => {
  await keepHistory('p', history, state);
  store.room = 10;
  const next = { ...history, present: version('Type catalogue, second sheet') };
  await keepHistory('p', next, state);
  expect((await own())?.present).toEqual(history.present);
  expect(isKeptInBrowser(next.present)).toBe(false);
});
