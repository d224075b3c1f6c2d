import { z } from 'zod';
import { RecipeSchema, type Recipe } from '../plan/index.ts';
import { CaesuraError } from '../time/index.ts';

/** Recipes as a file: JSON with a published schema. */
export const RecipeFileSchema = z.object({
  recipes: z
    .array(RecipeSchema.omit({ id: true }))
    .min(1)
    .max(1000),
});

/** Recipes as the text of a file. */
export const recipeFile = (recipes: readonly Recipe[]): string =>
  `${JSON.stringify({ recipes: recipes.map(({ name, settings }) => ({ name, settings })) }, null, 2)}\n`;

/** Reads recipes from the text of a file. Throws `bad-recipes` with the first place that is wrong. */
export function readRecipes(text: string): Omit<Recipe, 'id'>[] {
  const bad = (what: string) =>
    new CaesuraError('bad-recipes', `That is no file of recipes: ${what}`, 'Choose a file that was kept from Joins.');
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    throw bad('it is not JSON.');
  }
  const read = RecipeFileSchema.safeParse(json);
  if (read.success) return read.data.recipes;
  const { path, message } = read.error.issues[0]!;
  throw bad(`${path.join('.') || 'the whole'}: ${message}`);
}
