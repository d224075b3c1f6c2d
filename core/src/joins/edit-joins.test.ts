import { describe, expect, it } from 'vitest';
import { layOutSteadily } from '../layout/index.ts';
import { PlanSchema, type Plan } from '../plan/index.ts';
import { samplePlan } from '../plan/testing/sample-plan.ts';
import { CaesuraError, frameRate } from '../time/index.ts';
import {
  addRecipes,
  changeJoin,
  changeRecipe,
  cutsOf,
  followRecipe,
  joinAt,
  keepRecipe,
  putRecipe,
  removeJoinKey,
  removeRecipe,
  setJoinKey,
  setMove,
  setWindow,
  switchJoin,
} from './edit-joins.ts';
import { readRecipes, recipeFile } from './recipe-file.ts';
import { spanFrames } from './span.ts';
import { starterRecipes } from './starter-recipes.ts';
import { windowValues } from './values.ts';
import { joinsOf } from './windows.ts';

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

  it('becomes one of own keys when a value is set on a frame, with what it was', () => {
    const zoomed = setMove(plan(), 3, 'zoom-through');
    const before = windowValues('in', joinAt(zoomed, 3).settings, joinAt(zoomed, 3), zoomed.size);
    const keyed = setJoinKey(zoomed, 3, { side: 'out', of: 'scale', at: -3, value: 1.2, ease: 'linear' });
    const { settings } = joinAt(keyed, 3);
    expect(settings.move).toBe('own');
    expect(windowValues('in', settings, joinAt(keyed, 3), keyed.size)).toEqual(before);
    expect(windowValues('out', settings, joinAt(keyed, 3), keyed.size)[2]!.scale).toBe(1.2);
    const again = setJoinKey(keyed, 3, { side: 'out', of: 'scale', at: -3, value: 1.4, ease: 'linear' });
    expect(joinAt(again, 3).settings.keys.filter((k) => k.at === -3)).toHaveLength(1);
    expect(joinAt(removeJoinKey(again, 3, 'out', 'scale', -3), 3).settings.keys).toHaveLength(4);
    expect(() => setJoinKey(zoomed, 3, { side: 'out', of: 'scale', at: 2, value: 1, ease: 'linear' })).toThrow(
      'not on screen there',
    );
    expect(PlanSchema.parse(again)).toEqual(again);
  });
});

describe('a recipe', () => {
  it('is followed by its uses in all that was not set by hand at them', () => {
    const kept = keepRecipe(changeJoin(setMove(plan(), 2, 'zoom-through'), 2, { peak: 1.6 }), 2, 'Mine');
    const id = kept.recipes[0]!.id;
    const put = putRecipe(kept, id, [3, 4, 5], { 4: 'up' });
    const byHand = changeJoin(put, 5, { peak: 3 });
    const changed = changeRecipe(byHand, id, { peak: 2.5, shutter: 90 });
    expect([2, 3, 4, 5].map((cut) => joinAt(changed, cut).settings.peak)).toEqual([2.5, 2.5, 2.5, 3]);
    expect([2, 3, 4, 5].map((cut) => joinAt(changed, cut).settings.shutter)).toEqual([90, 90, 90, 90]);
    expect(joinAt(changed, 4).settings.way).toBe('up');
    expect(joinAt(followRecipe(changed, 5), 5).settings.peak).toBe(2.5);
    const removed = removeRecipe(changed, id);
    expect(removed.recipes).toEqual([]);
    expect([2, 3, 4, 5].map((cut) => joinAt(removed, cut).settings)).toEqual(
      [2, 3, 4, 5].map((cut) => joinAt(changed, cut).settings),
    );
    expect(PlanSchema.parse(removed)).toEqual(removed);
    expect(() => putRecipe(kept, 'r9', [1])).toThrow(CaesuraError);
  });

  it('is put on a section, on downbeats, on all', () => {
    const p = plan();
    const all = cutsOf(p, 'all', 3);
    expect(all).toHaveLength(p.score!.shots.length - 1);
    // Two beats a shot in 4/4: every second cut is on a downbeat.
    expect(cutsOf(p, 'downbeats', 3)).toEqual(all.filter((cut) => cut % 2 === 0));
    expect(cutsOf(p, 'section', 3)).toEqual(all);
  });

  it('goes out as JSON and comes back; what is none is refused with the place', () => {
    const { recipes } = addRecipes(plan(), starterRecipes(plan()));
    expect(readRecipes(recipeFile({ recipes, effects: [] }))).toEqual({
      recipes: recipes.map(({ name, settings }) => ({ name, settings })),
      effects: [],
    });
    expect(() => readRecipes('{')).toThrow('it is not JSON');
    const bad = JSON.parse(recipeFile({ recipes, effects: [] })) as { recipes: { settings: { peak: number } }[] };
    bad.recipes[2]!.settings.peak = -1;
    expect(() => readRecipes(JSON.stringify(bad))).toThrow('recipes.2.settings.peak');
  });

  it('of the starter set has the figures that are usual (common practice)', () => {
    const at24 = plan();
    const by = new Map(starterRecipes(at24).map((r) => [r.name, r.settings]));
    expect(['Zoom, gentle', 'Zoom, usual', 'Zoom, strong'].map((name) => by.get(name)!.peak)).toEqual([1.3, 2, 3]);
    for (const name of ['Zoom, gentle', 'Zoom, usual', 'Zoom, strong']) {
      const { before, after } = by.get(name)!;
      for (const span of [before, after]) expect([2, 3, 4, 5]).toContain(spanFrames(span, at24).frames);
    }
    expect(spanFrames(by.get('Zoom, long and smooth')!.before, at24).frames).toBe(10);
    expect(by.get('Zoom, outgoing only')!.sides).toBe('out');
    // A centred crossing is 10 to 14 frames, always even: half a second is 12 at 24 fps, and at 30 it is 15, which is not.
    const dissolve = by.get('Dissolve, half a second')!;
    const total = (p: Plan) => spanFrames(dissolve.before, p).exact.num / spanFrames(dissolve.before, p).exact.den;
    expect(2 * total(at24)).toBe(12);
    expect(2 * total({ ...at24, rate: frameRate(30) })).toBe(15);
    expect(by.get('Whip pan')!.shutter).toBe(260);
    expect(by.get('Zoom, usual')!.shutter).toBe(180);
  });

  it('put on every cut of a fast film leaves no two windows over one another', () => {
    const p = addRecipes(plan(), starterRecipes(plan()));
    for (const { id } of p.recipes) {
      const joins = joinsOf(putRecipe(p, id, cutsOf(p, 'all', 1)));
      joins.forEach((j, i) => {
        if (i > 0) expect(joins[i - 1]!.after + j.before).toBeLessThanOrEqual(j.out.length);
      });
    }
  });
});
