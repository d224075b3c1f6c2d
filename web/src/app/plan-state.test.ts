import { describe, expect, it } from 'vitest';
import { newPlan } from '@caesura/core/plan';
import { frames } from '@caesura/core/time';
import { samplePlan } from '../../../core/src/testing/sample-plan.ts';
import { edit } from './plan-edits.ts';
import {
  clipsFilled,
  planHistory,
  planOpened,
  redo,
  undo,
  type PlanHistory,
} from './plan-state.ts';

const opened = (plan = samplePlan()): PlanHistory =>
  planHistory(undefined, planOpened({ past: [], present: { plan, label: null }, future: [] }));

const after = (state: PlanHistory, ...actions: Parameters<typeof planHistory>[1][]): PlanHistory =>
  actions.reduce(planHistory, state);

const startOf = (state: PlanHistory, shot: number) => state.present!.plan.score!.shots[shot]!.start;

describe('the open plan', () => {
  it('is edited, undone and redone, each step with its name', () => {
    const laidOut = after(opened(), edit('layOutSteadily'));
    expect(laidOut.present).toMatchObject({ label: 'lay out', plan: { score: { length: 1080 } } });
    const moved = after(laidOut, edit('moveCut', 3, 80));
    expect(startOf(moved, 3)).toBe(80);
    const back = after(moved, undo());
    expect(back.present!.plan).toBe(laidOut.present!.plan);
    expect(back.future[0]!.label).toBe('move a cut');
    expect(startOf(after(back, redo()), 3)).toBe(80);
  });

  it('takes nudges of one cut in a row as one step, of another as the next', () => {
    const laidOut = after(opened(), edit('layOutSteadily'));
    const nudged = after(
      laidOut,
      edit('nudgeCut', 3, 1),
      edit('nudgeCut', 3, 1),
      edit('nudgeCut', 4, 1),
    );
    expect(startOf(nudged, 3) - startOf(laidOut, 3)).toBe(2);
    const once = after(nudged, undo());
    expect(startOf(once, 4)).toBe(startOf(laidOut, 4));
    expect(startOf(once, 3) - startOf(laidOut, 3)).toBe(2);
    expect(after(once, undo()).present!.plan).toBe(laidOut.present!.plan);
  });

  it('stays as it was when an edit cannot be done', () => {
    const state = opened();
    expect(() => after(state, edit('changeBrief', { target: frames(0) }))).toThrow(
      'at least 1 frame',
    );
    expect(after(state, { type: 'something/else' }).present).toBe(state.present);
  });

  it('makes no step of an edit that changes nothing', () => {
    const state = opened(newPlan('Empty'));
    expect(after(state, edit('changeRate', state.present!.plan.rate)).past).toEqual([]);
  });

  it('takes what was made of a clip into every version, without a step', () => {
    const content = 'c'.repeat(64);
    const clip = { ...samplePlan().clips[0]!, content };
    const state = after(
      opened({ ...samplePlan(), clips: [clip] }),
      edit('layOutSteadily'),
      edit('moveCut', 3, 80),
      undo(),
    );
    const facts = { ...clip, proxy: 'd'.repeat(64), movement: 'e'.repeat(64) };
    const filled = after(state, clipsFilled({ content, facts }));
    const versions = [...filled.past, filled.present, ...filled.future];
    expect(versions).toHaveLength(3);
    for (const version of versions)
      expect(version!.plan.clips[0]).toMatchObject({
        proxy: facts.proxy,
        movement: facts.movement,
      });
    expect(filled.present!.label).toBe('lay out');
    expect(startOf(after(filled, redo()), 3)).toBe(80);
    expect(after(filled, undo()).present!.plan.score).toBeNull();
    // A plan without such a clip stays the very same, so that nothing is saved.
    const other = opened();
    expect(after(other, clipsFilled({ content, facts })).present).toBe(other.present);
  });
});
