export {
  addRecipes,
  changeRecipe,
  effectsByHand,
  followRecipe,
  keepRecipe,
  putRecipe,
  removeRecipe,
  renameRecipe,
} from './edit-recipes.ts';
export { RecipeFileSchema, readRecipes, recipeFile } from './recipe-file.ts';
export { starterRecipes } from './starter-recipes.ts';
export { type CutChoice, cutsOf } from './cut-choices.ts';
