import { phraseSettings } from '../phrases/index.ts';
import { addPhrases, phraseAt, withPhrases, type PhrasePlace } from '../plan/edits/edit-phrases.ts';
import type { PhraseRecipe, PhraseSettings, Plan, Recipe } from '../plan/index.ts';
import { CaesuraError } from '../time/index.ts';
import { effectsByHandAt, keepSound, soundAt, type Use } from './recipe-effects.ts';
import { withRecipes } from './recipe-list.ts';

const useOf = (phrase: string): Use => ({ on: 'phrase', phrase });

/** Keeps a phrase and the hits at it as a recipe, which the phrase then follows. */
export function keepPhraseRecipe(plan: Plan, id: string, name: string): Plan {
  const { settings } = phraseAt(plan, id);
  const kept = withRecipes(plan, [{ for: 'phrase', name, settings }]);
  const recipe = kept.recipes.at(-1)!.id;
  const followed = withPhrases(kept, [id], (phrase) => ({ ...phrase, recipe, set: {} }));
  return keepSound(followed, recipe, useOf(id));
}

const isPhraseRecipe = (recipe: Recipe): recipe is PhraseRecipe => recipe.for === 'phrase';

/** A recipe for phrases. Throws when there is none of that id. */
function recipeOf(plan: Plan, id: string): PhraseRecipe {
  const recipe = plan.recipes.filter(isPhraseRecipe).find((r) => r.id === id);
  if (recipe) return recipe;
  throw new CaesuraError('no-such-recipe', 'That recipe is not in the plan.', 'Choose another.');
}

/** Puts a recipe for phrases, with its hits, between anchors. Throws when there is none such. */
export function putPhraseRecipe(plan: Plan, id: string, places: readonly PhrasePlace[]): Plan {
  recipeOf(plan, id);
  const put = addPhrases(plan, places, { recipe: id });
  return soundAt(
    put,
    id,
    put.phrases.slice(plan.phrases.length).map((phrase) => useOf(phrase.id)),
  );
}

/** Makes phrases follow a recipe in everything, its hits as well; where they lie stays. */
export function followPhraseRecipe(plan: Plan, ids: readonly string[], id: string): Plan {
  recipeOf(plan, id);
  const followed = withPhrases(plan, ids, (phrase) => ({ ...phrase, recipe: id, set: {} }));
  return soundAt(followed, id, ids.map(useOf));
}

/** How much of a phrase that follows a recipe was set by hand: settings, and one for its hits. */
export function phraseByHand(plan: Plan, id: string): number {
  const phrase = plan.phrases.find((p) => p.id === id);
  const recipe = plan.recipes.find((r) => r.id === phrase?.recipe);
  if (!phrase || !recipe) return 0;
  return Object.keys(phrase.set).length + (effectsByHandAt(plan, recipe, useOf(id)) ? 1 : 0);
}

/**
 * Changes a recipe to what a phrase is, its settings and its hits. Its uses follow in all that was
 * not set by hand at them; their hits follow where none was changed.
 */
export function changePhraseRecipe(plan: Plan, recipeId: string, id: string): Plan {
  const recipe = recipeOf(plan, recipeId);
  const phrase = plan.phrases.find((p) => p.id === id);
  if (!phrase) return plan;
  const settings: PhraseSettings = phraseSettings(plan, phrase);
  const others = plan.phrases.filter(
    (p) => p.id !== id && p.recipe === recipeId && !effectsByHandAt(plan, recipe, useOf(p.id)),
  );
  const changed: Plan = {
    ...plan,
    recipes: plan.recipes.map((r) => (r.id === recipeId ? { ...recipe, settings } : r)),
  };
  const followed = withPhrases(changed, [id], (p) => ({ ...p, recipe: recipeId, set: {} }));
  return soundAt(
    keepSound(followed, recipeId, useOf(id)),
    recipeId,
    others.map((p) => useOf(p.id)),
  );
}
