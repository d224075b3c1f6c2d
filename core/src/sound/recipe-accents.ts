import * as joins from '../joins/index.ts';
import type { Effect, HitAccent, Join, Plan, Recipe, RecipeAccent, Way } from '../plan/index.ts';
import { addEffect, freshAccentId } from './edit-accents.ts';

const hitsOfShot = (plan: Plan, shot: string | undefined): HitAccent[] =>
  plan.accents.filter((a): a is HitAccent => a.kind === 'hit' && a.at.on === 'cut' && a.at.shot === shot);

/** The hits that are tied to a cut. */
const hitsAt = (plan: Plan, cut: number): HitAccent[] => hitsOfShot(plan, plan.score?.shots[cut]?.id);

/** The hits at a cut that a recipe put there. */
const putBy = (plan: Plan, recipe: string, cut: number): HitAccent[] =>
  hitsAt(plan, cut).filter((accent) => accent.recipe === recipe);

const keptOf = ({ effect, gain, mark, rate, pitch, at }: HitAccent): RecipeAccent => ({
  effect,
  gain,
  mark,
  rate,
  pitch,
  by: at.on === 'cut' ? at.by : 0,
});

const written = (accents: readonly RecipeAccent[]): string =>
  JSON.stringify(accents.map(({ effect, gain, mark, rate, pitch, by }) => [effect, gain, mark, rate, pitch, by]));

const recipeOf = (plan: Plan, id: string): Recipe | undefined => plan.recipes.find((recipe) => recipe.id === id);

/** Whether the effects of a recipe at a cut that follows it were changed by hand there. */
export function soundByHand(plan: Plan, cut: number): boolean {
  const id = plan.score?.shots[cut]?.join?.recipe;
  const recipe = id === undefined ? undefined : recipeOf(plan, id);
  if (!recipe) return false;
  const hits = putBy(plan, recipe.id, cut);
  return hits.some(({ off }) => off) || written(hits.map(keptOf)) !== written(recipe.accents ?? []);
}

/** Puts the effects of a recipe at cuts, in place of those that it or another recipe put there. */
function soundAt(plan: Plan, recipe: string, cuts: readonly number[]): Plan {
  const { accents: wanted = [] } = recipeOf(plan, recipe)!;
  const shots = cuts.flatMap((cut) => plan.score?.shots[cut]?.id ?? []);
  const gone = new Set(
    shots.flatMap((shot) => hitsOfShot(plan, shot).flatMap((a) => (a.recipe === undefined ? [] : [a.id]))),
  );
  const accents = plan.accents.filter(({ id }) => !gone.has(id));
  const next = freshAccentId(accents);
  const put = shots.flatMap((shot) =>
    wanted.map(({ by, ...rest }): HitAccent => ({
      id: next(),
      kind: 'hit',
      ...rest,
      at: { on: 'cut', shot, by },
      recipe,
    })),
  );
  return { ...plan, accents: [...accents, ...put] };
}

/** Makes a recipe keep the hits in use at a cut, which are its own from then on. */
function keepSound(plan: Plan, recipe: string, cut: number): Plan {
  const hits = hitsAt(plan, cut).filter(({ off }) => !off);
  const ids = new Set(hits.map(({ id }) => id));
  return {
    ...plan,
    recipes: plan.recipes.map((r) => {
      const { accents: _before, ...rest } = r;
      return r.id !== recipe ? r : hits.length > 0 ? { ...rest, accents: hits.map(keptOf) } : rest;
    }),
    accents: plan.accents.map((accent) => (ids.has(accent.id) ? { ...accent, recipe } : accent)),
  };
}

/** Keeps the join of a cut and the hits at it as a recipe, which the cut then follows. */
export function keepRecipe(plan: Plan, cut: number, name: string): Plan {
  const kept = joins.keepRecipe(plan, cut, name);
  return keepSound(kept, kept.recipes.at(-1)!.id, cut);
}

/** Puts a recipe with its effects on cuts; see `putRecipe` of joins. Effects put there by hand stay. */
export const putRecipe = (
  plan: Plan,
  recipe: string,
  cuts: readonly number[],
  ways: Readonly<Record<number, Way>> = {},
): Plan => soundAt(joins.putRecipe(plan, recipe, cuts, ways), recipe, cuts);

/**
 * Changes a recipe to what is at a cut, its settings and its hits. Its uses follow in all that was not set by hand at them; their
 * effects follow where none was changed.
 */
export function changeRecipe(plan: Plan, id: string, settings: Join['set'], cut: number): Plan {
  const others = (plan.score?.shots ?? []).flatMap((shot, i) =>
    i !== cut && shot.join?.recipe === id && !soundByHand(plan, i) ? [i] : [],
  );
  return soundAt(keepSound(joins.changeRecipe(plan, id, settings), id, cut), id, others);
}

/** Lets a use of a recipe follow it in everything again, its effects as well. */
export function followRecipe(plan: Plan, cut: number): Plan {
  const id = plan.score?.shots[cut]?.join?.recipe;
  return id === undefined ? plan : soundAt(joins.followRecipe(plan, cut), id, [cut]);
}

/** Takes a recipe away; its uses and their effects keep what they are. */
export function removeRecipe(plan: Plan, id: string): Plan {
  const accents = plan.accents.map((accent) => {
    const { recipe, ...rest } = accent;
    return recipe === id ? rest : accent;
  });
  return joins.removeRecipe({ ...plan, accents }, id);
}

/** Adds recipes with the effects that they use; those that are in the plan by content are used as they are. */
export function addRecipes(
  plan: Plan,
  { recipes, effects }: { readonly recipes: readonly Omit<Recipe, 'id'>[]; readonly effects: readonly Effect[] },
): Plan {
  const withEffects = effects.reduce<Plan>(
    (made, { id: _theirs, ...effect }) =>
      made.effects.some(({ media }) => media === effect.media) ? made : addEffect(made, effect),
    plan,
  );
  const ours = new Map(
    effects.map(({ id, media }) => [id, withEffects.effects.find((effect) => effect.media === media)!.id]),
  );
  return joins.addRecipes(
    withEffects,
    recipes.map((recipe) =>
      recipe.accents
        ? { ...recipe, accents: recipe.accents.map((accent) => ({ ...accent, effect: ours.get(accent.effect)! })) }
        : recipe,
    ),
  );
}
