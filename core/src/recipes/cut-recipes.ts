import { joinAt } from '../film/index.ts';
import { settingsOf } from '../joins/index.ts';
import { withJoin, withJoins } from '../plan/edits/edit-joins.ts';
import type { CutRecipe, Join, JoinSettings, Plan } from '../plan/index.ts';
import { CaesuraError, type CutIndex } from '../time/index.ts';
import { effectsByHandAt, keepSound, soundAt, type Use } from './recipe-effects.ts';
import { withRecipes } from './recipe-list.ts';

/** A cut as what a recipe is used at; null where there is none. */
function useAt(plan: Plan, cut: number): Use | null {
  const shot = plan.score?.shots[cut]?.id;
  return shot === undefined ? null : { on: 'cut', shot };
}

const usesAt = (plan: Plan, cuts: readonly number[]): Use[] =>
  cuts.flatMap((cut) => useAt(plan, cut) ?? []);

const recipeOf = (plan: Plan, id: string | undefined): CutRecipe | undefined =>
  plan.recipes.find((recipe): recipe is CutRecipe => recipe.id === id && recipe.for === 'cut');

/** Whether the effects of a recipe at a cut that follows it were changed by hand there. */
export function effectsByHand(plan: Plan, cut: CutIndex): boolean {
  const recipe = recipeOf(plan, plan.score?.shots[cut]?.join?.recipe);
  const use = useAt(plan, cut);
  return recipe !== undefined && use !== null && effectsByHandAt(plan, recipe, use);
}

/** Keeps the join of a cut and the hits at it as a recipe, which the cut then follows. */
export function keepRecipe(plan: Plan, cut: CutIndex, name: string): Plan {
  const { settings, join } = joinAt(plan, cut);
  const kept = withRecipes(plan, [{ for: 'cut', name, settings }]);
  const recipe = kept.recipes.at(-1)!.id;
  const way = join?.way !== undefined && { way: join.way };
  return keepSound(
    withJoin(kept, cut, { recipe, set: {}, ...way }),
    recipe,
    usesAt(plan, [cut])[0]!,
  );
}

/**
 * Puts a recipe with its effects on cuts; `ways` are those that the camera suggests there. What was
 * set by hand at their joins is lost, effects put there by hand stay. Throws when there is no such
 * recipe for cuts.
 */
export function putRecipe(
  plan: Plan,
  recipe: string,
  cuts: readonly CutIndex[],
  ways: Readonly<Record<number, number>> = {},
): Plan {
  if (!recipeOf(plan, recipe))
    throw new CaesuraError('no-such-recipe', 'That recipe is not in the plan.', 'Choose another.');
  const joins = cuts.map(
    (cut) =>
      [cut, { recipe, set: {}, ...(ways[cut] !== undefined && { way: ways[cut] }) }] as const,
  );
  return soundAt(withJoins(plan, new Map(joins)), recipe, usesAt(plan, cuts));
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
    recipe.id === id && recipe.for === 'cut'
      ? { ...recipe, settings: { ...recipe.settings, ...settings } as JoinSettings }
      : recipe,
  );
  // What was set by hand at the cut is what the recipe says now.
  const { join } = joinAt(plan, cut);
  const followed =
    join?.recipe === id
      ? withJoin({ ...plan, recipes }, cut, { ...join, set: {} })
      : { ...plan, recipes };
  return soundAt(keepSound(followed, id, usesAt(plan, [cut])[0]!), id, usesAt(plan, others));
}

/** Lets a use of a recipe follow it in everything again, its effects as well. */
export function followRecipe(plan: Plan, cut: CutIndex): Plan {
  const id = plan.score?.shots[cut]?.join?.recipe;
  if (id === undefined) return plan;
  const { join } = joinAt(plan, cut);
  return soundAt(withJoin(plan, cut, { ...join, set: {} }), id, usesAt(plan, [cut]));
}

/** The cuts that follow a recipe with what they are without it, to be kept when it goes. */
export function ownJoins(plan: Plan, id: string): ReadonlyMap<number, Join> {
  const uses = (plan.score?.shots ?? []).flatMap(({ join }, cut): [number, Join][] => {
    if (!join || join.recipe !== id) return [];
    const { recipe: _gone, ...rest } = join;
    return [[cut, { ...rest, set: settingsOf(plan, join) }]];
  });
  return new Map(uses);
}
