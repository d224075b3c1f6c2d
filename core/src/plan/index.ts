export { digestOf } from './change/digest.ts';
export { keptSame } from './change/kept-same.ts';
export { isSameJson, patchBetween, type PatchOperation } from './change/patch-between.ts';
export {
  type Clip,
  ClipSchema,
  type FileFacts,
  FileFactsSchema,
  type PlanMoment,
  waitsForFile,
} from './schema/clip-schema.ts';
export {
  CUE_KINDS,
  type CueKind,
  type CueSwitch,
  SOUND_KINDS,
  type SoundKind,
  switchOf,
} from './schema/cue-kinds.ts';
export {
  type EffectPlacement,
  type PlacementKind,
  type BedPlacement,
  type EffectFile,
  type EffectMeasure,
  EffectFileSchema,
  type HitPlacement,
  type RecipeEffect,
  type RiserPlacement,
} from './schema/effect-schema.ts';
export { type Framing, FRAMINGS, USUAL_FRAMING } from './schema/framing-schema.ts';
export { MediaIdSchema, RateSchema, SizeSchema } from './schema/fields.ts';
export { type Anchor, type PlaceAnchor } from './schema/anchor-schema.ts';
export {
  type Join,
  type JoinKey,
  type JoinSettings,
  MOVES,
  type MoveKind,
} from './schema/join-schema.ts';
export {
  type Cover,
  type Fill,
  type Hinge,
  PARAMETER_RANGES,
  PARAMETERS,
  type Parameter,
} from './schema/motion-schema.ts';
export {
  type Phrase,
  PHRASE_KINDS,
  type PhraseKey,
  type PhraseKind,
  PHRASE_SECTIONS,
  type PhraseSection,
  type PhraseSettings,
  type Shake,
} from './schema/phrase-schema.ts';
export {
  type CutRecipe,
  type NewRecipe,
  NewRecipeSchema,
  type PhraseRecipe,
  type Recipe,
} from './schema/recipe-schema.ts';
export { type Span } from './schema/span-schema.ts';
export { freshId, freshIds } from './schema/fresh-ids.ts';
export { newPlan } from './schema/new-plan.ts';
export {
  filmInstant,
  instantAfter,
  partsFit,
  partsOf,
  sampleHeardAt,
  soundEnd,
  usedLength,
  usedPlaces,
} from './schema/parts.ts';
export { checkedChange } from './schema/checked.ts';
export { type Plan, PlanSchema, type Size } from './schema/plan-schema.ts';
export type { Score, Shot } from './schema/shot-schema.ts';
export {
  type Between,
  type Hold,
  HOLDS,
  USUAL_BETWEEN,
  USUAL_HOLDS,
} from './schema/speed-schema.ts';
export {
  type ClipLineUp,
  type ClipSound,
  type Pitch,
  PITCHES,
  type ShotSound,
  type SoundRule,
} from './schema/own-sound-schema.ts';
export { type Steady, type SteadyMove, SteadySchema } from './schema/steady-schema.ts';
export {
  type Ducking,
  type LevelKey,
  type LoudnessAim,
  type Mute,
  USUAL_DUCKING,
} from './schema/level-schema.ts';
export type { CueEdit, Sound } from './schema/sound-schema.ts';
export type { Ramp, RampKey } from './schema/ramp-schema.ts';
export { type Arc } from './schema/arc-schema.ts';
export {
  type ClipWish,
  NO_WISHES,
  type Pacing,
  PacingSchema,
  TERMS,
  type Term,
  type Wishes,
  WishesSchema,
  clipWish,
} from './schema/wishes-schema.ts';
export { upgradedRecipes } from './upgrade/upgrade.ts';
export { readPlan } from './upgrade/read-plan.ts';
