import { describe, expect, it } from 'vitest';
import { newPlan, type Plan } from '@caesura/core/plan';
import { edit } from './edit.ts';
import { follow } from './follow-tabs.ts';
import { broughtUp, withNoted, type FoundHistory, type KeptHistory } from './history-store.ts';
import { chosenHistory, openingOf } from './open-plan.ts';
import { planOpened } from './plan-state.ts';
import { kept as keptAt } from './save-state.ts';
import { makeStore, type AppStore } from './store.ts';

const plan = (name: string): Plan => newPlan(name);
const stored = (revision: number, name: string) => ({
  id: 'p',
  revision,
  changedAt: '',
  plan: plan(name),
});
const kept = (revision: number, name: string, unsaved: boolean): KeptHistory => ({
  revision,
  unsaved,
  past: [{ plan: plan('before'), label: null }],
  present: { plan: plan(name), label: 'change the brief' },
  future: [],
});

describe('opening a plan', () => {
  it('starts afresh where the browser kept nothing', () => {
    expect(openingOf(stored(4, 'server'), undefined)).toMatchObject({
      status: 'saved',
      revision: 4,
      past: [],
    });
  });

  it('keeps the undo steps of the same revision', () => {
    const opening = openingOf(stored(4, 'server'), kept(4, 'server', false));
    expect(opening).toMatchObject({ status: 'saved', past: [{ plan: { name: 'before' } }] });
  });

  it('brings back work that was not saved in time, to be saved', () => {
    const opening = openingOf(stored(4, 'server'), kept(4, 'mine', true));
    expect(opening).toMatchObject({
      status: 'waiting',
      present: { plan: { name: 'mine' } },
      revision: 4,
    });
  });

  it('knows saves that the browser had not yet noted, however many', () => {
    const opening = openingOf(stored(7, 'mine'), kept(4, 'mine', true));
    expect(opening).toMatchObject({
      status: 'saved',
      revision: 7,
      past: [{ plan: { name: 'before' } }],
    });
    expect(openingOf(stored(7, 'theirs'), kept(4, 'mine', true)).status).toBe('conflict');
  });

  it('knows a save whose answer was lost', () => {
    const opening = openingOf(stored(5, 'mine'), kept(4, 'mine', true));
    expect(opening).toMatchObject({
      status: 'saved',
      revision: 5,
      past: [{ plan: { name: 'before' } }],
    });
  });

  it('knows it though the server writes the parts of a plan in another order', () => {
    const other = stored(5, 'mine');
    const turned = Object.fromEntries(Object.entries(other.plan).toReversed()) as unknown as Plan;
    expect(openingOf({ ...other, plan: turned }, kept(4, 'mine', true)).status).toBe('saved');
  });

  it('asks when unsaved work meets another revision, and forgets saved steps of an old one', () => {
    expect(openingOf(stored(6, 'other'), kept(4, 'mine', true))).toMatchObject({
      status: 'conflict',
      present: { plan: { name: 'mine' } },
      revision: 4,
    });
    expect(openingOf(stored(6, 'other'), kept(4, 'mine', false))).toMatchObject({
      status: 'saved',
      present: { plan: { name: 'other' } },
      past: [],
    });
  });
});

describe('a history that an earlier version of the application kept', () => {
  const older = ({ effects: _a, effectFiles: _e, notes: _n, ...rest }: Plan): Plan =>
    rest as unknown as Plan;

  it('is brought up with all its steps, unsaved work too', async () => {
    const now = kept(4, 'mine', true);
    const then = {
      ...now,
      past: now.past.map((v) => ({ ...v, plan: older(v.plan) })),
      present: { ...now.present, plan: older(now.present.plan) },
    };
    expect(await broughtUp(then)).toEqual(now);
    expect(await broughtUp(now)).toBe(now);
  });

  it('keeps unsaved work where its steps back cannot be read', async () => {
    const now = kept(4, 'mine', true);
    const then = {
      ...now,
      past: [{ plan: { name: 3 } as unknown as Plan, label: null }],
      present: { ...now.present, plan: older(now.present.plan) },
    };
    expect(await broughtUp(then)).toMatchObject({
      past: [],
      present: { plan: { name: 'mine' } },
      unsaved: true,
    });
  });
});

describe('what was done in the last moment before the page was left', () => {
  const history = kept(4, 'kept', false);
  const noted = (revision: number, name: string) => ({
    revision,
    present: { plan: plan(name), label: null },
  });

  it('is one step more, not yet saved', () => {
    const { past, present, unsaved } = withNoted(history, noted(4, 'a moment later'));
    expect([past.at(-1)!.plan.name, present.plan.name, unsaved]).toEqual([
      'kept',
      'a moment later',
      true,
    ]);
  });

  it('is nothing when it was kept in time, or belongs to another revision', () => {
    expect(withNoted(history, noted(4, 'kept'))).toBe(history);
    expect(withNoted(history, noted(3, 'older'))).toBe(history);
    expect(withNoted(history, null)).toBe(history);
  });
});

describe('what tabs have left', () => {
  const found = (key: string, unsaved: boolean): FoundHistory => ({
    key,
    kept: kept(4, key, unsaved),
  });

  it('opens unsaved work first, this tab’s own before that of others', () => {
    const [own, ownUnsaved] = [found('own', false), found('own', true)];
    const [saved, unsaved] = [found('a', false), found('b', true)];
    expect(chosenHistory(ownUnsaved, [unsaved])).toBe(ownUnsaved);
    expect(chosenHistory(own, [saved, unsaved])).toBe(unsaved);
    expect(chosenHistory(own, [saved])).toBe(own);
    expect(chosenHistory(null, [saved])).toBe(saved);
    expect(chosenHistory(null, [])).toBeNull();
  });

  it('goes on from a step of its own that the server has by now, and asks where it is another’s', () => {
    const history = kept(4, 'mine', true);
    // Its step before landed, and the answer was lost.
    expect(openingOf(stored(5, 'before'), history)).toMatchObject({
      status: 'waiting',
      revision: 5,
      present: { plan: { name: 'mine' } },
    });
    expect(openingOf(stored(5, 'theirs'), history).status).toBe('conflict');
  });
});

describe('another tab’s save', () => {
  const opened = (unsaved: boolean) => {
    const store = makeStore();
    const base = plan('base');
    store.dispatch(keptAt({ id: 'p', revision: 4, plan: base }));
    store.dispatch(planOpened({ past: [], present: { plan: base, label: null }, future: [] }));
    if (unsaved) store.dispatch(edit('changeBrief', { name: 'Mine' }));
    return store;
  };
  const theirs = { id: 'p', revision: 5, plan: plan('Theirs'), label: 'change the brief' };
  const name = (store: AppStore) => store.getState().history.present!.plan.name;

  it('is followed, as a step that can be undone, and not sent back', () => {
    const store = opened(false);
    follow(store, theirs);
    expect(name(store)).toBe('Theirs');
    const { save, history } = store.getState();
    expect(save).toMatchObject({ revision: 5, status: 'saved' });
    expect(save.saved).toBe(history.present!.plan);
    expect(history.present!.label).toBe('change the brief, in another tab');
    expect(history.past).toHaveLength(1);
  });

  it('is not followed over unsaved work, nor when it is older or of another plan', () => {
    const unsaved = opened(true);
    follow(unsaved, theirs);
    expect(name(unsaved)).toBe('Mine');
    const saved = opened(false);
    follow(saved, { ...theirs, revision: 4 });
    follow(saved, { ...theirs, id: 'q' });
    expect(name(saved)).toBe('base');
  });
});
