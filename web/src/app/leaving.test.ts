// @vitest-environment jsdom
import { afterEach, beforeAll, expect, it, vi } from 'vitest';
import { newPlan } from '@caesura/core/plan';
import { startHistoryKeeping } from './autosave.ts';
import { edit } from './edit.ts';
import { planOpened } from './plan-state.ts';
import { kept } from './save-state.ts';
import { makeStore } from './store.ts';

const store = makeStore();
beforeAll(() => startHistoryKeeping(store));
afterEach(() => vi.restoreAllMocks());

function open(): void {
  const plan = newPlan('Guild evening');
  store.dispatch(kept({ id: 'p', revision: 1, plan }));
  store.dispatch(planOpened({ past: [], present: { plan, label: null }, future: [] }));
}

/** Whether leaving the page is asked about. */
function isAsked(): boolean {
  const event = new Event('beforeunload', { cancelable: true });
  window.dispatchEvent(event);
  return event.defaultPrevented;
}

const refuseStorage = () =>
  vi.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });

it('asks before the page is left where neither the server nor the browser has the work', () => {
  open();
  refuseStorage();
  expect(isAsked()).toBe(false);
  store.dispatch(edit('changeBrief', { name: 'Not saved anywhere' }));
  expect(isAsked()).toBe(true);
});

it('does not ask where the browser has noted it, or the server has it', () => {
  open();
  store.dispatch(edit('changeBrief', { name: 'Noted' }));
  expect(isAsked()).toBe(false);
  refuseStorage();
  store.dispatch(kept({ id: 'p', revision: 2, plan: store.getState().history.present!.plan }));
  expect(isAsked()).toBe(false);
});
