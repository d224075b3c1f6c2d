import { z } from 'zod';
import {
  EffectFileSchema,
  NewRecipeSchema,
  upgradedRecipes,
  type EffectFile,
  type NewRecipe,
  type Plan,
} from '../plan/index.ts';
import { CaesuraError } from '../time/index.ts';

/** Recipes as a file: JSON with a published schema. */
export const RecipeFileSchema = z
  .object({
    recipes: z.array(NewRecipeSchema).min(1).max(1000),
    /**
     * The effects that they use, by the ids under which they name them. Their sound is known by its
     * content.
     */
    effectFiles: z.array(EffectFileSchema).max(1000).default([]),
  })
  .superRefine(({ recipes, effectFiles }, context) => {
    const ids = new Set(effectFiles.map(({ id }) => id));
    recipes.forEach(({ effects = [] }, i) => {
      if (effects.some(({ effect }) => !ids.has(effect)))
        context.addIssue({
          code: 'custom',
          path: ['recipes', i, 'effects'],
          message: 'An effect is not in the file.',
        });
    });
  });

/** What a file of recipes holds. */
export interface RecipeFile {
  readonly recipes: readonly NewRecipe[];
  readonly effectFiles: readonly EffectFile[];
}

/** The recipes of a plan as the text of a file, with the effects that they use. */
export function recipeFile({
  recipes,
  effectFiles,
}: Pick<Plan, 'recipes' | 'effectFiles'>): string {
  const used = new Set(recipes.flatMap(({ effects = [] }) => effects.map(({ effect }) => effect)));
  const file: RecipeFile = {
    recipes: recipes.map(({ id: _own, ...recipe }) => recipe),
    effectFiles: effectFiles.filter(({ id }) => used.has(id)),
  };
  return `${JSON.stringify(file, null, 2)}\n`;
}

/**
 * Reads recipes from the text of a file. Throws `bad-recipes` with the first place that is wrong.
 */
export function readRecipes(text: string): RecipeFile {
  const bad = (what: string) =>
    new CaesuraError(
      'bad-recipes',
      `That is no file of recipes: ${what}`,
      'Choose a file of recipes that was kept here.',
    );
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    throw bad('it is not JSON.');
  }
  const read = RecipeFileSchema.safeParse(upgradedRecipes(json));
  if (read.success) return read.data;
  const { path, message } = read.error.issues[0]!;
  throw bad(`${path.join('.') || 'the whole'}: ${message}`);
}
