import { filmOf } from '../film/index.ts';
import { describe, expect, it } from 'vitest';
import { readRecipes, recipeFile } from './recipe-file.ts';
import { setMove } from '../plan/edits/edit-joins.ts';
import { starterRecipes } from './starter-recipes.ts';
import { PlanSchema, readPlan, type Plan } from '../plan/index.ts';
import {
  changeEffect,
  putHit,
  removeEffects,
  removeEffectFile,
} from '../plan/edits/edit-effects.ts';
import {
  addRecipes,
  changeRecipe,
  followRecipe,
  keepRecipe,
  putRecipe,
  removeRecipe,
  effectsByHand,
} from './index.ts';
import { kitEffect, planWithKit } from '../testing/plan-with-effects.ts';

const plan = planWithKit();
const whoosh = kitEffect(plan, 'whoosh-hard');
const thump = kitEffect(plan, 'thump');

/** What sounds at a cut: effect, level, and whether it is fitted to the window. */
const soundsAt = (made: Plan, cut: number) =>
  filmOf(made)
    .effects.filter(({ at }) => at.cut === cut)
    .map(({ effect, placement }) => [
      effect.name,
      placement.gain,
      placement.kind === 'hit' && (placement.rate === 'window' ? 'fitted' : placement.rate.num),
    ]);

/** A plan whose cut 4 has a move with a fitted whoosh, kept as a recipe. */
function kept(): { made: Plan; id: string } {
  const made = keepRecipe(
    putHit(setMove(plan, 4, 'zoom-through'), whoosh.id, 4),
    4,
    'Zoom with air',
  );
  return { made, id: made.recipes[0]!.id };
}

describe('a recipe with effects', () => {
  it('is put on cuts with its effects, fitted to the windows there, and once however often it is put', () => {
    const { made, id } = kept();
    expect(made.recipes[0]!.effects).toEqual([
      { effect: whoosh.id, gain: 'advised', mark: 'peak', rate: 'window', pitch: 'follows', by: 0 },
    ]);
    const once = putRecipe(made, id, [6, 9]);
    const twice = putRecipe(once, id, [4, 6]);
    for (const cut of [4, 6, 9])
      expect(soundsAt(twice, cut)).toEqual([['Whoosh, hard', 'advised', 'fitted']]);
    expect(twice.effects).toHaveLength(3);
    expect(new Set(twice.effects.map((placement) => placement.id)).size).toBe(3);
    expect(readPlan(JSON.parse(JSON.stringify(twice)))).toEqual(twice);
  });

  it('leaves what was put at a cut by hand, and takes the place of another recipe', () => {
    const { made, id } = kept();
    const other = keepRecipe(putHit(setMove(made, 8, 'whip-pan'), thump.id, 8), 8, 'Whip');
    const byHand = putHit(other, kitEffect(plan, 'click').id, 8);
    expect(soundsAt(putRecipe(byHand, id, [8]), 8).map(([name]) => name)).toEqual([
      'Click',
      'Whoosh, hard',
    ]);
  });

  it('changes its uses, but for those whose effects were changed by hand until they follow again', () => {
    const { made, id } = kept();
    const put = putRecipe(made, id, [6, 9, 11]);
    const at = (cut: number) =>
      filmOf(put).effects.find((facts) => facts.at.cut === cut)!.placement.id;
    const byHand = removeEffects(changeEffect(put, at(6), { gain: -20 }), [at(9)]);
    expect([4, 6, 9, 11].map((cut) => effectsByHand(byHand, cut))).toEqual([
      false,
      true,
      true,
      false,
    ]);
    const changed = changeRecipe(putHit(byHand, thump.id, 4), id, { peak: 3 }, 4);
    expect(changed.recipes[0]).toMatchObject({ settings: { peak: 3 } });
    const names = (of: Plan, cut: number) => soundsAt(of, cut).map(([name]) => name);
    expect([4, 6, 9, 11].map((cut) => names(changed, cut))).toEqual([
      ['Whoosh, hard', 'Thump'],
      ['Whoosh, hard'],
      [],
      ['Whoosh, hard', 'Thump'],
    ]);
    const followed = followRecipe(followRecipe(changed, 6), 9);
    for (const cut of [6, 9]) expect(soundsAt(followed, cut)).toEqual(soundsAt(followed, 4));
    expect(effectsByHand(followed, 6)).toBe(false);
  });

  it('that is left out at a cut counts as changed there, and is not kept', () => {
    const { made, id } = kept();
    const off = changeEffect(made, made.effects[0]!.id, { off: true });
    expect(effectsByHand(off, 4)).toBe(true);
    expect(changeRecipe(off, id, {}, 4).recipes[0]!.effects).toBeUndefined();
  });

  it('leaves its effects where they are when it is removed, and loses those whose file is', () => {
    const { made, id } = kept();
    const put = putRecipe(made, id, [6]);
    const removed = removeRecipe(put, id);
    expect(removed.effects.map((placement) => placement.recipe)).toEqual([undefined, undefined]);
    expect(soundsAt(removed, 6)).toEqual(soundsAt(put, 6));
    const without = removeEffectFile(put, whoosh.id);
    expect(without.recipes[0]!.effects).toEqual([]);
    expect(PlanSchema.safeParse(without).success).toBe(true);
    const broken = {
      ...put,
      effectFiles: put.effectFiles.filter((effect) => effect.id !== whoosh.id),
      effects: [],
    };
    expect(PlanSchema.safeParse(broken).error?.issues[0]?.message).toContain(
      'Recipe “Zoom with air” uses a file of an effect',
    );
  });
});

describe('a file of recipes with effects', () => {
  it('brings its effects into a plan that has none, and uses those that are there by content', () => {
    const { made } = kept();
    const file = readRecipes(recipeFile(made));
    expect(file.effectFiles).toEqual([whoosh]);
    const empty: Plan = { ...plan, effectFiles: [], effects: [] };
    const brought = addRecipes(empty, file);
    expect(brought.effectFiles.map(({ name }) => name)).toEqual(['Whoosh, hard']);
    expect(brought.recipes[0]!.effects![0]!.effect).toBe(brought.effectFiles[0]!.id);
    expect(soundsAt(putRecipe(brought, brought.recipes[0]!.id, [5]), 5)).toHaveLength(1);
    const again = addRecipes(made, file);
    expect(again.effectFiles).toEqual(made.effectFiles);
    expect(again.recipes[1]!.effects).toEqual(made.recipes[0]!.effects);
  });

  it('holds no more effects than its recipes use, and is refused where one is missing', () => {
    const { made } = kept();
    const { recipes, effectFiles } = readRecipes(
      recipeFile({
        ...plan,
        recipes: addRecipes(plan, { recipes: starterRecipes(plan), effectFiles: [] }).recipes,
      }),
    );
    expect([recipes.length, effectFiles.length]).toEqual([12, 0]);
    const file = JSON.parse(recipeFile(made)) as { effectFiles: unknown[] };
    expect(() => readRecipes(JSON.stringify({ ...file, effectFiles: [] }))).toThrow(
      'recipes.0.effects: An effect is not in the file.',
    );
  });
});
