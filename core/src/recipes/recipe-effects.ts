import {
  freshIds,
  type HitPlacement,
  type Plan,
  type Recipe,
  type RecipeEffect,
} from '../plan/index.ts';

/** What a recipe is used at: the cut before a shot, or a phrase. */
export type Use =
  | { readonly on: 'cut'; readonly shot: string }
  | { readonly on: 'phrase'; readonly phrase: string };

const isAt = ({ at }: HitPlacement, use: Use): boolean =>
  use.on === 'cut'
    ? at.on === 'cut' && at.shot === use.shot
    : at.on === 'phrase' && at.phrase === use.phrase;

/** The hits that are tied to what a recipe is used at. */
const hitsAt = (plan: Plan, use: Use): HitPlacement[] =>
  plan.effects.filter((a): a is HitPlacement => a.kind === 'hit' && isAt(a, use));

const keptOf = ({ effect, gain, mark, rate, pitch, at }: HitPlacement): RecipeEffect => ({
  effect,
  gain,
  mark,
  rate,
  pitch,
  by: at.on === 'cut' || at.on === 'phrase' ? at.by : 0,
});

const written = (effects: readonly RecipeEffect[]): string =>
  JSON.stringify(
    effects.map(({ effect, gain, mark, rate, pitch, by }) => [effect, gain, mark, rate, pitch, by]),
  );

/** Whether the hits that a recipe put at a use of it were changed by hand there. */
export function hitsByHand(plan: Plan, recipe: Recipe, use: Use): boolean {
  const hits = hitsAt(plan, use).filter((hit) => hit.recipe === recipe.id);
  return hits.some(({ off }) => off) || written(hits.map(keptOf)) !== written(recipe.effects ?? []);
}

/**
 * Puts the effects of a recipe at what it is used at, in place of those that it or another recipe
 * put there.
 */
export function soundAt(plan: Plan, recipe: string, uses: readonly Use[]): Plan {
  const { effects: wanted = [] } = plan.recipes.find(({ id }) => id === recipe)!;
  const gone = new Set(
    uses.flatMap((use) => hitsAt(plan, use).flatMap((a) => (a.recipe === undefined ? [] : [a.id]))),
  );
  const effects = gone.size > 0 ? plan.effects.filter(({ id }) => !gone.has(id)) : plan.effects;
  if (wanted.length === 0) return effects === plan.effects ? plan : { ...plan, effects };
  const next = freshIds('effect-', effects);
  const put = uses.flatMap((use) =>
    wanted.map(({ by, ...rest }): HitPlacement => ({
      id: next(),
      kind: 'hit',
      ...rest,
      at: { ...use, by },
      recipe,
    })),
  );
  return { ...plan, effects: [...effects, ...put] };
}

/** Makes a recipe keep the hits in use at a use of it, which are its own from then on. */
export function keepSound(plan: Plan, recipe: string, use: Use): Plan {
  const hits = hitsAt(plan, use).filter(({ off }) => !off);
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
