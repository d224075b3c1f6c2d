import { describe, expect, it } from 'vitest';
import { newPlan, type Plan } from '@caesura/core/plan';
import { frameRate, frames } from '@caesura/core/time';
import { samplePlan } from '../../../core/src/testing/sample-plan.ts';
import { edit } from './edit.ts';
import { clipsFilled, planOpened, redo, undo, type PlanHistory } from './plan-state.ts';
import { makeStore, type AppStore } from './store.ts';

function opened(plan: Plan = samplePlan()): AppStore {
  const store = makeStore();
  store.dispatch(planOpened({ past: [], present: { plan, label: null }, future: [] }));
  return store;
}

const historyOf = (store: AppStore): PlanHistory => store.getState().history;
const planOf = (store: AppStore): Plan => historyOf(store).present!.plan;
const startOf = (store: AppStore, shot: number) => planOf(store).score!.shots[shot]!.start;

describe('the open plan', () => {
  it('is edited, undone and redone, each step with its name', () => {
    const store = opened();
    store.dispatch(edit('layOutSteadily'));
    expect(historyOf(store).present).toMatchObject({ label: 'lay out' });
    const laidOut = planOf(store);
    store.dispatch(edit('moveCut', 3, 80));
    expect(startOf(store, 3)).toBe(80);
    store.dispatch(undo());
    expect(planOf(store)).toBe(laidOut);
    expect(historyOf(store).future[0]!.label).toBe('move a cut');
    store.dispatch(redo());
    expect(startOf(store, 3)).toBe(80);
    // An edit after undo is another way on.
    store.dispatch(undo());
    store.dispatch(edit('moveCut', 3, 82));
    store.dispatch(redo());
    expect(startOf(store, 3)).toBe(82);
  });

  it('keeps as many steps as it says, and undoes no more', () => {
    const store = opened();
    for (let n = 1; n <= 210; n++) store.dispatch(edit('changeBrief', { name: `Name ${n}` }));
    expect(historyOf(store).past).toHaveLength(200);
    for (let n = 0; n < 220; n++) store.dispatch(undo());
    expect(planOf(store).name).toBe('Name 10');
    expect(historyOf(store).future).toHaveLength(200);
  });

  it('takes nudges of one cut in a row as one step, of another as the next', () => {
    const store = opened();
    store.dispatch(edit('layOutSteadily'));
    const laidOut = planOf(store);
    const starts = laidOut.score!.shots.map(({ start }) => start);
    for (const cut of [3, 3, 4]) store.dispatch(edit('nudgeCut', cut, 1));
    expect(startOf(store, 3) - starts[3]!).toBe(2);
    store.dispatch(undo());
    expect(startOf(store, 4)).toBe(starts[4]);
    expect(startOf(store, 3) - starts[3]!).toBe(2);
    store.dispatch(undo());
    expect(planOf(store)).toBe(laidOut);
  });

  it('takes no step for a value that is there already, whatever the edit makes anew', () => {
    const store = opened();
    store.dispatch(edit('layOutSteadily'));
    const before = historyOf(store);
    const plan = planOf(store);
    const shot = plan.score!.shots[3]!;
    store.dispatch(edit('changeBrief', { name: plan.name, target: plan.target }));
    store.dispatch(edit('moveCut', 3, shot.start));
    store.dispatch(edit('lockCut', 3, false));
    store.dispatch(edit('slipShot', 3, 0));
    store.dispatch(edit('changeRate', plan.rate));
    store.dispatch(edit('layOutSteadily'));
    expect(historyOf(store)).toBe(before);
  });

  it('shares with the version before all that an edit left as it was', () => {
    const store = opened();
    store.dispatch(edit('layOutSteadily'));
    const before = planOf(store);
    store.dispatch(edit('lockCut', 3, true));
    const { clips, score } = planOf(store);
    expect(clips).toBe(before.clips);
    expect(score!.shots.flatMap((shot, i) => (shot === before.score!.shots[i] ? [] : [i]))).toEqual(
      [3],
    );
  });

  it('stays as it was when an edit cannot be done', () => {
    const store = opened();
    const before = historyOf(store);
    expect(() => store.dispatch(edit('changeBrief', { target: frames(0) }))).toThrow(
      'at least 1 frame',
    );
    store.dispatch({ type: 'something/else' });
    expect(historyOf(store)).toBe(before);
  });

  it('never becomes one that the server would refuse', () => {
    const store = opened();
    store.dispatch(edit('layOutSteadily'));
    const before = historyOf(store);
    expect(() => store.dispatch(edit('changeBrief', { client: 'x'.repeat(200) }))).toThrow(
      'a plan that cannot be saved, at client',
    );
    expect(() => store.dispatch(edit('setMoves', [3], 'zoom-through'))).not.toThrow();
    expect(() => store.dispatch(edit('changeJoin', 3, { peak: 1e9 }))).toThrow(
      'at score.shots.3.join.set.peak',
    );
    store.dispatch(undo());
    expect(historyOf(store).present).toBe(before.present);
  });

  it('makes no step of an edit that changes nothing', () => {
    const store = opened(newPlan('Empty'));
    store.dispatch(edit('changeRate', planOf(store).rate));
    expect(historyOf(store).past).toEqual([]);
  });

  it('tells what a change of the rate rounded beside its aim', () => {
    const store = opened();
    store.dispatch(edit('addNote', frames(361), 'Here'));
    store.dispatch(edit('changeRate', frameRate(30)));
    const { message } = store.getState().notices.at(-1)!;
    expect(message).toBe('Rounded to the new frames: 1 note by up to 8.3 ms.');
  });

  it('takes what was made of a clip into every version, without a step', () => {
    const content = 'c'.repeat(64);
    const clip = { ...samplePlan().clips[0]!, content };
    const store = opened({ ...samplePlan(), clips: [clip] });
    store.dispatch(edit('layOutSteadily'));
    store.dispatch(edit('moveCut', 3, 80));
    store.dispatch(undo());
    const facts = { ...clip, proxy: 'd'.repeat(64), movement: 'e'.repeat(64) };
    store.dispatch(clipsFilled({ content, facts }));
    const { past, present, future } = historyOf(store);
    const versions = [...past, present, ...future];
    expect(versions).toHaveLength(3);
    for (const version of versions)
      expect(version!.plan.clips[0]).toMatchObject({
        proxy: facts.proxy,
        movement: facts.movement,
      });
    expect(present!.label).toBe('lay out');
    store.dispatch(redo());
    expect(startOf(store, 3)).toBe(80);
    store.dispatch(undo());
    store.dispatch(undo());
    expect(planOf(store).score).toBeNull();
    // A plan without such a clip stays the very same, so that nothing is saved.
    const other = opened();
    const before = historyOf(other).present;
    other.dispatch(clipsFilled({ content, facts }));
    expect(historyOf(other).present).toBe(before);
  });
});
