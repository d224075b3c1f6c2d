import { describe, expect, it } from 'vitest';
import { readRecipes, recipeFile } from './recipe-file.ts';
import { setMove } from '../plan/edits/edit-joins.ts';
import { starterRecipes } from './starter-recipes.ts';
import { PlanSchema, readPlan, type Plan } from '../plan/index.ts';
import { accentFacts } from '../sound/effect-facts.ts';
import { changeAccent, putHit, removeAccents, removeEffect } from '../plan/edits/edit-effects.ts';
import {
  addRecipes,
  changeRecipe,
  followRecipe,
  keepRecipe,
  putRecipe,
  removeRecipe,
  effectsByHand,
} from './edit-recipes.ts';
import { kitEffect, planWithKit } from '../testing/plan-with-effects.ts';

const plan = planWithKit();
const whoosh = kitEffect(plan, 'whoosh-hard');
const thump = kitEffect(plan, 'thump');

/** What sounds at a cut: effect, level, and whether it is fitted to the window. */
const soundsAt = (made: Plan, cut: number) =>
  accentFacts(made)
    .filter(({ at }) => at.cut === cut)
    .map(({ effect, accent }) => [
      effect.name,
      accent.gain,
      accent.kind === 'hit' && (accent.rate === 'window' ? 'fitted' : accent.rate.num),
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
    expect(made.recipes[0]!.accents).toEqual([
      { effect: whoosh.id, gain: 'advised', mark: 'peak', rate: 'window', pitch: 'follows', by: 0 },
    ]);
    const once = putRecipe(made, id, [6, 9]);
    const twice = putRecipe(once, id, [4, 6]);
    for (const cut of [4, 6, 9])
      expect(soundsAt(twice, cut)).toEqual([['Whoosh, hard', 'advised', 'fitted']]);
    expect(twice.accents).toHaveLength(3);
    expect(new Set(twice.accents.map((accent) => accent.id)).size).toBe(3);
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
    const at = (cut: number) => accentFacts(put).find((facts) => facts.at.cut === cut)!.accent.id;
    const byHand = removeAccents(changeAccent(put, at(6), { gain: -20 }), [at(9)]);
    expect([4, 6, 9, 11].map((cut) => effectsByHand(byHand, cut))).toEqual([
      false,
      true,
      true,
      false,
    ]);
    const changed = changeRecipe(putHit(byHand, thump.id, 4), id, { peak: 3 }, 4);
    expect(changed.recipes[0]).toMatchObject({ settings: { peak: 3 } });
    const names = (made: Plan, cut: number) => soundsAt(made, cut).map(([name]) => name);
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
    const off = changeAccent(made, made.accents[0]!.id, { off: true });
    expect(effectsByHand(off, 4)).toBe(true);
    expect(changeRecipe(off, id, {}, 4).recipes[0]!.accents).toBeUndefined();
  });

  it('leaves its effects where they are when it is removed, and loses those whose file is', () => {
    const { made, id } = kept();
    const put = putRecipe(made, id, [6]);
    const removed = removeRecipe(put, id);
    expect(removed.accents.map((accent) => accent.recipe)).toEqual([undefined, undefined]);
    expect(soundsAt(removed, 6)).toEqual(soundsAt(put, 6));
    const without = removeEffect(put, whoosh.id);
    expect(without.recipes[0]!.accents).toEqual([]);
    expect(PlanSchema.safeParse(without).success).toBe(true);
    const broken = {
      ...put,
      effects: put.effects.filter((effect) => effect.id !== whoosh.id),
      accents: [],
    };
    expect(PlanSchema.safeParse(broken).error?.issues[0]?.message).toContain(
      '“Zoom with air” uses an effect',
    );
  });
});

describe('a file of recipes with effects', () => {
  it('brings its effects into a plan that has none, and uses those that are there by content', () => {
    const { made } = kept();
    const file = readRecipes(recipeFile(made));
    expect(file.effects).toEqual([whoosh]);
    const empty: Plan = { ...plan, effects: [], accents: [] };
    const brought = addRecipes(empty, file);
    expect(brought.effects.map(({ name }) => name)).toEqual(['Whoosh, hard']);
    expect(brought.recipes[0]!.accents![0]!.effect).toBe(brought.effects[0]!.id);
    expect(soundsAt(putRecipe(brought, brought.recipes[0]!.id, [5]), 5)).toHaveLength(1);
    const again = addRecipes(made, file);
    expect(again.effects).toEqual(made.effects);
    expect(again.recipes[1]!.accents).toEqual(made.recipes[0]!.accents);
  });

  it('holds no more effects than its recipes use, and is refused where one is missing', () => {
    const { made } = kept();
    const { recipes, effects } = readRecipes(
      recipeFile({
        ...plan,
        recipes: addRecipes(plan, { recipes: starterRecipes(plan), effects: [] }).recipes,
      }),
    );
    expect([recipes.length, effects.length]).toEqual([12, 0]);
    const file = JSON.parse(recipeFile(made)) as { effects: unknown[] };
    expect(() => readRecipes(JSON.stringify({ ...file, effects: [] }))).toThrow(
      'recipes.0.accents: An effect is not in the file.',
    );
  });
});
