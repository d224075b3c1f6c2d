import { joinAt } from '../film/index.ts';
import { settingsOf } from '../joins/index.ts';
import { addEffectFile } from '../plan/edits/edit-effects.ts';
import { withJoin, withJoins } from '../plan/edits/edit-joins.ts';
import type {
  EffectFile,
  HitPlacement,
  Join,
  JoinSettings,
  Plan,
  Recipe,
  RecipeEffect,
  Way,
} from '../plan/index.ts';
import { freshId, freshIds } from '../plan/index.ts';
import { CaesuraError, type CutIndex } from '../time/index.ts';

const hitsOfShot = (plan: Plan, shot: string | undefined): HitPlacement[] =>
  plan.effects.filter(
    (a): a is HitPlacement => a.kind === 'hit' && a.at.on === 'cut' && a.at.shot === shot,
  );

/** The hits that are tied to a cut. */
const hitsAt = (plan: Plan, cut: number): HitPlacement[] =>
  hitsOfShot(plan, plan.score?.shots[cut]?.id);

/** The hits at a cut that a recipe put there. */
const putBy = (plan: Plan, recipe: string, cut: number): HitPlacement[] =>
  hitsAt(plan, cut).filter((placement) => placement.recipe === recipe);

const keptOf = ({ effect, gain, mark, rate, pitch, at }: HitPlacement): RecipeEffect => ({
  effect,
  gain,
  mark,
  rate,
  pitch,
  by: at.on === 'cut' ? at.by : 0,
});

const written = (effects: readonly RecipeEffect[]): string =>
  JSON.stringify(
    effects.map(({ effect, gain, mark, rate, pitch, by }) => [effect, gain, mark, rate, pitch, by]),
  );

const recipeOf = (plan: Plan, id: string): Recipe | undefined =>
  plan.recipes.find((recipe) => recipe.id === id);

/** Whether the effects of a recipe at a cut that follows it were changed by hand there. */
export function effectsByHand(plan: Plan, cut: CutIndex): boolean {
  const id = plan.score?.shots[cut]?.join?.recipe;
  const recipe = id === undefined ? undefined : recipeOf(plan, id);
  if (!recipe) return false;
  const hits = putBy(plan, recipe.id, cut);
  return hits.some(({ off }) => off) || written(hits.map(keptOf)) !== written(recipe.effects ?? []);
}

/** Puts the effects of a recipe at cuts, in place of those that it or another recipe put there. */
function soundAt(plan: Plan, recipe: string, cuts: readonly number[]): Plan {
  const { effects: wanted = [] } = recipeOf(plan, recipe)!;
  const shots = cuts.flatMap((cut) => plan.score?.shots[cut]?.id ?? []);
  const gone = new Set(
    shots.flatMap((shot) =>
      hitsOfShot(plan, shot).flatMap((a) => (a.recipe === undefined ? [] : [a.id])),
    ),
  );
  const effects = plan.effects.filter(({ id }) => !gone.has(id));
  const next = freshIds('effect-', effects);
  const put = shots.flatMap((shot) =>
    wanted.map(({ by, ...rest }): HitPlacement => ({
      id: next(),
      kind: 'hit',
      ...rest,
      at: { on: 'cut', shot, by },
      recipe,
    })),
  );
  return { ...plan, effects: [...effects, ...put] };
}

/** Makes a recipe keep the hits in use at a cut, which are its own from then on. */
function keepSound(plan: Plan, recipe: string, cut: number): Plan {
  const hits = hitsAt(plan, cut).filter(({ off }) => !off);
  const ids = new Set(hits.map(({ id }) => id));
  return {
    ...plan,
    recipes: plan.recipes.map((r) => {
      const { effects: _before, ...rest } = r;
      return r.id !== recipe ? r : hits.length > 0 ? { ...rest, effects: hits.map(keptOf) } : rest;
    }),
    effects: plan.effects.map((placement) =>
      ids.has(placement.id) ? { ...placement, recipe } : placement,
    ),
  };
}

/** Keeps the join of a cut and the hits at it as a recipe, which the cut then follows. */
export function keepRecipe(plan: Plan, cut: CutIndex, name: string): Plan {
  const { settings, join } = joinAt(plan, cut);
  const kept = withRecipes(plan, [{ name, settings }]);
  const recipe = kept.recipes.at(-1)!.id;
  const way = join?.way && { way: join.way };
  return keepSound(withJoin(kept, cut, { recipe, set: {}, ...way }), recipe, cut);
}

/**
 * Puts a recipe with its effects on cuts; `ways` are those that the camera suggests there. What was
 * set by hand at their joins is lost, effects put there by hand stay. Throws when there is no such
 * recipe.
 */
export function putRecipe(
  plan: Plan,
  recipe: string,
  cuts: readonly CutIndex[],
  ways: Readonly<Record<number, Way>> = {},
): Plan {
  if (!recipeOf(plan, recipe))
    throw new CaesuraError('no-such-recipe', 'That recipe is not in the plan.', 'Choose another.');
  const joins = cuts.map(
    (cut) => [cut, { recipe, set: {}, ...(ways[cut] && { way: ways[cut] }) }] as const,
  );
  return soundAt(withJoins(plan, new Map(joins)), recipe, cuts);
}

/**
 * Changes a recipe to what is at a cut, its settings and its hits. Its uses follow in all that was
 * not set by hand at them; their effects follow where none was changed.
 */
export function changeRecipe(plan: Plan, id: string, settings: Join['set'], cut: CutIndex): Plan {
  const others = (plan.score?.shots ?? []).flatMap((shot, i) =>
    i !== cut && shot.join?.recipe === id && !effectsByHand(plan, i) ? [i] : [],
  );
  const recipes = plan.recipes.map((recipe) =>
    recipe.id === id
      ? { ...recipe, settings: { ...recipe.settings, ...settings } as JoinSettings }
      : recipe,
  );
  // What was set by hand at the cut is what the recipe says now.
  const { join } = joinAt(plan, cut);
  const followed =
    join?.recipe === id
      ? withJoin({ ...plan, recipes }, cut, { ...join, set: {} })
      : { ...plan, recipes };
  return soundAt(keepSound(followed, id, cut), id, others);
}

/** Lets a use of a recipe follow it in everything again, its effects as well. */
export function followRecipe(plan: Plan, cut: CutIndex): Plan {
  const id = plan.score?.shots[cut]?.join?.recipe;
  if (id === undefined) return plan;
  const { join } = joinAt(plan, cut);
  return soundAt(withJoin(plan, cut, { ...join, set: {} }), id, [cut]);
}

/** Takes a recipe away; its uses and their effects keep what they are. */
export function removeRecipe(plan: Plan, id: string): Plan {
  const effects = plan.effects.map((placement) => {
    const { recipe, ...rest } = placement;
    return recipe === id ? rest : placement;
  });
  const uses = (plan.score?.shots ?? []).flatMap(({ join }, cut): [number, Join][] => {
    if (!join || join.recipe !== id) return [];
    const { recipe: _gone, ...rest } = join;
    return [[cut, { ...rest, set: settingsOf(plan, join) }]];
  });
  const recipes = plan.recipes.filter((recipe) => recipe.id !== id);
  return { ...withJoins({ ...plan, effects }, new Map(uses)), recipes };
}

/** Gives a recipe another name. */
export const renameRecipe = (plan: Plan, id: string, name: string): Plan => ({
  ...plan,
  recipes: plan.recipes.map((recipe) => (recipe.id === id ? { ...recipe, name } : recipe)),
});

/** A plan with further recipes, each with an id of its own. */
function withRecipes(plan: Plan, recipes: readonly Omit<Recipe, 'id'>[]): Plan {
  const all: Recipe[] = [...plan.recipes];
  for (const recipe of recipes) all.push({ id: freshId('r', all), ...recipe });
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
    readonly recipes: readonly Omit<Recipe, 'id'>[];
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
