import { z } from 'zod';
import { RecipeEffectSchema } from './effect-schema.ts';
import { JoinSettingsSchema } from './join-schema.ts';
import { PhraseSettingsSchema } from './phrase-schema.ts';

const common = {
  name: z.string().trim().min(1, 'A recipe needs a name.').max(80),
  /** The hits that sound with it, frames after the cut or after what the phrase lands on. */
  effects: z.array(RecipeEffectSchema).max(100).optional(),
  /** The key, 1 to 9, with which it is put at the position. */
  favourite: z.number().int().min(1).max(9).optional(),
};
const id = z.string().min(1).max(64);

const cut = z.object({ ...common, for: z.literal('cut'), settings: JoinSettingsSchema });
const phrase = z.object({ ...common, for: z.literal('phrase'), settings: PhraseSettingsSchema });

/** A join or a phrase that can be kept for reuse, under a name. */
export const NewRecipeSchema = z.discriminatedUnion('for', [cut, phrase]);
export type NewRecipe = z.output<typeof NewRecipeSchema>;

/** One that is kept in a plan. */
export const RecipeSchema = z.discriminatedUnion('for', [
  cut.extend({ id }),
  phrase.extend({ id }),
]);
export type Recipe = z.output<typeof RecipeSchema>;
export type CutRecipe = Extract<Recipe, { for: 'cut' }>;
export type PhraseRecipe = Extract<Recipe, { for: 'phrase' }>;
