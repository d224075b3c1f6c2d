import { phraseSettings } from '../phrases/index.ts';
import { withJoins } from '../plan/edits/edit-joins.ts';
import type { Phrase, Plan } from '../plan/index.ts';
import { ownJoins } from './cut-recipes.ts';

/** Takes a recipe away; its uses and their effects keep what they are. */
export function removeRecipe(plan: Plan, id: string): Plan {
  const effects = plan.effects.map((placement) => {
    const { recipe, ...rest } = placement;
    return recipe === id ? rest : placement;
  });
  const phrases = plan.phrases.map((phrase): Phrase => {
    const { recipe, ...rest } = phrase;
    return recipe === id ? { ...rest, set: phraseSettings(plan, phrase) } : phrase;
  });
  return {
    ...withJoins({ ...plan, effects, phrases }, ownJoins(plan, id)),
    recipes: plan.recipes.filter((recipe) => recipe.id !== id),
  };
}
