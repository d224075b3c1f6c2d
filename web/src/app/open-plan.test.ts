import { describe, expect, it } from 'vitest';
import { newPlan, type Plan } from '@caesura/core/plan';
import { broughtUp, withNoted, type KeptHistory } from './history-store.ts';
import { openingOf } from './open-plan.ts';

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
