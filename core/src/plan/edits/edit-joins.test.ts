import { joinAt } from '../../film/index.ts';
import { describe, expect, it } from 'vitest';
import { ownKeys } from '../../joins/index.ts';
import { joinValues } from '../../joins/values.ts';
import { layOutSteadily } from '../../layout/index.ts';
import { samplePlan } from '../../testing/sample-plan.ts';
import { CaesuraError } from '../../time/index.ts';
import { PlanSchema, type Plan } from '../index.ts';
import {
  changeJoin,
  removeJoinKey,
  setJoinKey,
  setMove,
  setWindow,
  switchJoin,
} from './edit-joins.ts';

const plan = (): Plan => layOutSteadily(samplePlan());
const window = (p: Plan, cut: number) => [joinAt(p, cut).before, joinAt(p, cut).after];

describe('a join', () => {
  it('is chosen, changed, left out and taken away', () => {
    const zoomed = setMove(plan(), 3, 'zoom-through');
    expect(window(zoomed, 3)).toEqual([5, 5]);
    const wide = setWindow(changeJoin(zoomed, 3, { peak: 1.5 }), 3, 8, 2);
    expect(window(wide, 3)).toEqual([8, 2]);
    expect(joinAt(wide, 3).settings.peak).toBe(1.5);
    const off = switchJoin(wide, 3, true);
    expect(window(off, 3)).toEqual([0, 0]);
    expect(switchJoin(off, 3, false)).toEqual(wide);
    expect(setMove(wide, 3, null)).toEqual(plan());
    expect(() => changeJoin(plan(), 3, { peak: 2 })).toThrow('Cut 3 is a hard cut.');
    expect(() => joinAt(plan(), 400)).toThrow(CaesuraError);
  });

  it('keeps its window and aim under another move, and its values as keys of its own', () => {
    const whip = changeJoin(setWindow(setMove(plan(), 3, 'whip-pan'), 3, 8, 2), 3, {
      aim: { x: 0.2, y: 0.7 },
      blur: 30,
    });
    for (const move of ['zoom-through', 'smear'] as const) {
      const other = joinAt(setMove(whip, 3, move), 3);
      expect([other.settings.move, other.before, other.after]).toEqual([move, 8, 2]);
      expect(other.settings.aim).toEqual({ x: 0.2, y: 0.7 });
    }
    const own = setMove(whip, 3, 'own');
    expect(joinAt(own, 3).settings.move).toBe('own');
    expect(joinAt(own, 3).settings.keys.length).toBeGreaterThan(0);
    expect(joinValues(joinAt(own, 3))).toEqual(joinValues(joinAt(whip, 3)));
    expect(setMove(own, 3, 'own')).toEqual(own);
    expect(PlanSchema.parse(own)).toEqual(own);
  });

  it('becomes one of own keys when a value is set on a frame, with what it was', () => {
    const zoomed = setMove(plan(), 3, 'zoom-through');
    const before = joinValues(joinAt(zoomed, 3)).in;
    const keyed = setJoinKey(zoomed, 3, {
      side: 'out',
      of: 'scale',
      at: -3,
      value: 1.2,
      ease: 'linear',
    });
    const { settings } = joinAt(keyed, 3);
    expect(settings.move).toBe('own');
    expect(joinValues(joinAt(keyed, 3)).in).toEqual(before);
    expect(joinValues(joinAt(keyed, 3)).out[2]!.scale).toBe(1.2);
    const again = setJoinKey(keyed, 3, {
      side: 'out',
      of: 'scale',
      at: -3,
      value: 1.4,
      ease: 'linear',
    });
    expect(
      ownKeys('out', joinAt(again, 3).settings, joinAt(again, 3)).scale!.filter((k) => k.at === -3),
    ).toHaveLength(1);
    expect(
      joinAt(removeJoinKey(again, 3, { side: 'out', of: 'scale', at: -3 }), 3).settings.keys,
    ).toHaveLength(4);
    expect(() =>
      setJoinKey(zoomed, 3, { side: 'out', of: 'scale', at: 2, value: 1, ease: 'linear' }),
    ).toThrow('not on screen there');
    expect(PlanSchema.parse(again)).toEqual(again);
  });
});
