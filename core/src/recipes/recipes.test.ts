import { joinAt } from '../film/index.ts';
import { filmOf } from '../film/index.ts';
import { describe, expect, it } from 'vitest';
import { spanFrames } from '../film/index.ts';
import { layOutSteadily } from '../layout/index.ts';
import { changeJoin, setMove } from '../plan/edits/edit-joins.ts';
import { PlanSchema, type Plan } from '../plan/index.ts';
import { samplePlan } from '../testing/sample-plan.ts';
import { CaesuraError, frameRate } from '../time/index.ts';
import { cutsOf } from './cut-choices.ts';
import {
  addRecipes,
  changeRecipe,
  followRecipe,
  keepRecipe,
  putRecipe,
  removeRecipe,
} from './index.ts';
import { readRecipes, recipeFile } from './recipe-file.ts';
import { starterRecipes } from './starter-recipes.ts';

const plan = (): Plan => layOutSteadily(samplePlan());

describe('a recipe', () => {
  it('is followed by its uses in all that was not set by hand at them', () => {
    const kept = keepRecipe(
      changeJoin(setMove(plan(), 2, 'zoom-through'), 2, { peak: 1.6 }),
      2,
      'Mine',
    );
    const id = kept.recipes[0]!.id;
    const put = putRecipe(kept, id, [3, 4, 5], { 4: 270 });
    const byHand = changeJoin(put, 5, { peak: 3 });
    const changed = changeRecipe(byHand, id, { peak: 2.5, shutter: 90 }, 2);
    expect([2, 3, 4, 5].map((cut) => joinAt(changed, cut).settings.peak)).toEqual([
      2.5, 2.5, 2.5, 3,
    ]);
    expect([2, 3, 4, 5].map((cut) => joinAt(changed, cut).settings.shutter)).toEqual([
      90, 90, 90, 90,
    ]);
    expect(joinAt(changed, 4).settings.way).toBe(270);
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
    const { recipes } = addRecipes(plan(), { recipes: starterRecipes(plan()), effectFiles: [] });
    expect(readRecipes(recipeFile({ recipes, effectFiles: [] }))).toEqual({
      recipes: recipes.map(({ id: _own, ...recipe }) => recipe),
      effectFiles: [],
    });
    expect(() => readRecipes('{')).toThrow('it is not JSON');
    const bad = JSON.parse(recipeFile({ recipes, effectFiles: [] })) as {
      recipes: { settings: { peak: number } }[];
    };
    bad.recipes[2]!.settings.peak = -1;
    expect(() => readRecipes(JSON.stringify(bad))).toThrow('recipes.2.settings.peak');
  });

  it('of the starter set has the figures that are usual (common practice)', () => {
    const at24 = plan();
    const starters = starterRecipes(at24);
    expect(starters.length).toBeGreaterThanOrEqual(8);
    expect(starters.length).toBeLessThanOrEqual(12);
    const by = new Map(starters.flatMap((r) => (r.for === 'cut' ? [[r.name, r.settings]] : [])));
    expect(
      ['Zoom, gentle', 'Zoom, usual', 'Zoom, strong'].map((name) => by.get(name)!.peak),
    ).toEqual([1.3, 2, 3]);
    for (const name of ['Zoom, gentle', 'Zoom, usual', 'Zoom, strong']) {
      const { before, after } = by.get(name)!;
      for (const span of [before, after])
        expect([2, 3, 4, 5]).toContain(spanFrames(span, at24).frames);
    }
    // A centred crossing is 10 to 14 frames, always even: half a second is 12 at 24 fps, and at 30
    // it is 15, which is not.
    const dissolve = by.get('Dissolve, half a second')!;
    const total = (p: Plan) =>
      spanFrames(dissolve.before, p).exact.num / spanFrames(dissolve.before, p).exact.den;
    expect(2 * total(at24)).toBe(12);
    expect(2 * total({ ...at24, rate: frameRate(30) })).toBe(15);
    expect(by.get('Whip pan')!.shutter).toBe(260);
    expect(by.get('Zoom, usual')!.shutter).toBe(180);
  });

  it('put on every cut of a fast film leaves no two windows over one another', () => {
    const p = addRecipes(plan(), { recipes: starterRecipes(plan()), effectFiles: [] });
    for (const { id } of p.recipes.filter((recipe) => recipe.for === 'cut')) {
      const joins = filmOf(putRecipe(p, id, cutsOf(p, 'all', 1))).joins;
      joins.forEach((j, i) => {
        if (i > 0) expect(joins[i - 1]!.after + j.before).toBeLessThanOrEqual(j.out.length);
      });
    }
  });
});
