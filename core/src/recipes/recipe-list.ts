import { addEffectFile } from '../plan/edits/edit-effects.ts';
import {
  freshId,
  type EffectFile,
  type JoinSettings,
  type NewRecipe,
  type PhraseSettings,
  type Plan,
  type Recipe,
} from '../plan/index.ts';
import { CaesuraError } from '../time/index.ts';

/** Gives a recipe another name. */
export const renameRecipe = (plan: Plan, id: string, name: string): Plan => ({
  ...plan,
  recipes: plan.recipes.map((recipe) => (recipe.id === id ? { ...recipe, name } : recipe)),
});

/**
 * Makes a recipe the one that a key from 1 to 9 puts at the position, in place of the one before;
 * null takes its key away.
 */
export const setFavourite = (plan: Plan, id: string, key: number | null): Plan => ({
  ...plan,
  recipes: plan.recipes.map((recipe) => {
    const { favourite, ...rest } = recipe;
    if (recipe.id === id) return key === null ? rest : { ...rest, favourite: key };
    return favourite === key ? rest : recipe;
  }),
});

/**
 * Changes a recipe itself; its uses follow in all that was not set by hand at them. Throws when
 * there is no such recipe.
 */
export function editRecipe(
  plan: Plan,
  id: string,
  settings: Partial<JoinSettings> | Partial<PhraseSettings>,
): Plan {
  if (!plan.recipes.some((recipe) => recipe.id === id))
    throw new CaesuraError('no-such-recipe', 'That recipe is not in the plan.', 'Choose another.');
  return {
    ...plan,
    recipes: plan.recipes.map((recipe) =>
      recipe.id === id
        ? ({ ...recipe, settings: { ...recipe.settings, ...settings } } as Recipe)
        : recipe,
    ),
  };
}

/**
 * A plan with further recipes, each with an id of its own; a key that is taken stays where it is.
 */
export function withRecipes(plan: Plan, recipes: readonly NewRecipe[]): Plan {
  const all: Recipe[] = [...plan.recipes];
  const keys = new Set(all.map(({ favourite }) => favourite));
  for (const { favourite, ...recipe } of recipes) {
    const key = favourite !== undefined && !keys.has(favourite) && { favourite };
    all.push({ id: freshId('r', all), ...recipe, ...key } as Recipe);
    keys.add(favourite);
  }
  return { ...plan, recipes: all };
}

/**
 * Adds recipes with the effects that they use; those that are in the plan by content are used as
 * they are.
 */
export function addRecipes(
  plan: Plan,
  {
    recipes,
    effectFiles,
  }: {
    readonly recipes: readonly NewRecipe[];
    readonly effectFiles: readonly EffectFile[];
  },
): Plan {
  const withEffects = effectFiles.reduce<Plan>(
    (made, { id: _theirs, ...effect }) =>
      made.effectFiles.some(({ media }) => media === effect.media)
        ? made
        : addEffectFile(made, effect),
    plan,
  );
  const ours = new Map(
    effectFiles.map(({ id, media }) => [
      id,
      withEffects.effectFiles.find((effect) => effect.media === media)!.id,
    ]),
  );
  return withRecipes(
    withEffects,
    recipes.map((recipe) =>
      recipe.effects
        ? {
            ...recipe,
            effects: recipe.effects.map((placement) => ({
              ...placement,
              effect: ours.get(placement.effect)!,
            })),
          }
        : recipe,
    ),
  );
}
