export { changeRecipe, effectsByHand, followRecipe, keepRecipe, putRecipe } from './cut-recipes.ts';
export { type CutChoice, cutsOf } from './cut-choices.ts';
export {
  changePhraseRecipe,
  followPhraseRecipe,
  keepPhraseRecipe,
  phraseByHand,
  putPhraseRecipe,
} from './phrase-recipes.ts';
export { RecipeFileSchema, readRecipes, recipeFile } from './recipe-file.ts';
export { addRecipes, editRecipe, renameRecipe, setFavourite } from './recipe-list.ts';
export { removeRecipe } from './remove-recipe.ts';
export { starterRecipes } from './starter-recipes.ts';
