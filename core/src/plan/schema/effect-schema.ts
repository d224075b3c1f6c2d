import { z } from 'zod';
import { AnchorSchema } from './anchor-schema.ts';
import {
  count,
  framesFrom,
  MediaIdSchema,
  samplesFrom0,
  SpeedSchema,
  whole,
  countsFrames,
  framesBeside,
  GainSchema,
} from './fields.ts';
import { SpanSchema } from './span-schema.ts';

/** What was measured of an effect; see `measureEffect` in sound. */
export const EffectMeasureSchema = z.object({
  /**
   * First and last sample that can be heard, the start of the sound itself and its loudest instant.
   */
  from: samplesFrom0,
  to: samplesFrom0,
  onset: samplesFrom0,
  peak: samplesFrom0,
  /** LUFS where it is loudest; null for silence. */
  loudness: z.number().nullable(),
  /** Highest sample in dB below full scale; null for silence. */
  top: z.number().nullable(),
});
export type EffectMeasure = z.output<typeof EffectMeasureSchema>;

/** A file of a sound effect, to be put under cuts as often as wanted. */
export const EffectFileSchema = z.object({
  id: z.string().min(1).max(64),
  name: z.string().trim().min(1, 'An effect needs a name.').max(120),
  media: MediaIdSchema,
  fileName: z.string().min(1).max(255),
  /** The outline for drawing, kept as a media file of its own. */
  outline: MediaIdSchema.nullable(),
  sampleRate: whole.min(8000).max(384000),
  length: samplesFrom0,
  measure: EffectMeasureSchema,
});
export type EffectFile = z.output<typeof EffectFileSchema>;

const afterCut = framesBeside(100_000);

const common = {
  id: z.string().min(1).max(64),
  effect: z.string().min(1).max(64),
  /** Decibels, or as advised against the music there. */
  gain: z.union([z.literal('advised'), GainSchema]),
  /** The run with which it was made, and the recipe that put it there. */
  run: z.string().min(1).max(64).optional(),
  recipe: z.string().min(1).max(64).optional(),
  /** Whether it is left out for now. */
  off: z.boolean().optional(),
  /** Whether it sounds backwards. */
  reversed: z.boolean().optional(),
};

/** What is done with a sound that is longer or shorter than the time it has. */
const FITS = ['stretched', 'trimmed'] as const;
const fit = z.enum(FITS).optional();

/** Semitones by which it sounds higher, or as its rate makes it. */
const pitch = z.union([z.literal('follows'), z.number().min(-48).max(48)]);

/** What is set of a hit besides its place. */
const hit = {
  effect: common.effect,
  gain: common.gain,
  mark: z.enum(['peak', 'onset']),
  /** How fast it sounds, or fitted to the window of the cut. */
  rate: z.union([z.literal('window'), SpeedSchema]),
  pitch,
};

const bedFade = countsFrames(count.max(100_000));

const ofRecipe = {
  effect: common.effect,
  gain: common.gain,
  reversed: common.reversed,
  /** Frames after the cut, or after what the phrase lands on. */
  by: afterCut,
};

/** An effect that a recipe puts on its uses: a hit where it does not say what. */
export const RecipeEffectSchema = z.union([
  z.object({ ...ofRecipe, kind: z.literal('riser'), over: SpanSchema, pitch, fit }),
  z.object({ ...ofRecipe, kind: z.literal('bed'), over: SpanSchema, fade: bedFade }),
  z.object({ ...ofRecipe, ...hit, kind: z.literal('hit').optional() }),
]);
export type RecipeEffect = z.output<typeof RecipeEffectSchema>;

/** A sound effect in the film. */
export const EffectPlacementSchema = z.discriminatedUnion('kind', [
  /** Its peak or its onset on an instant. */
  z.object({
    ...common,
    ...hit,
    kind: z.literal('hit'),
    at: AnchorSchema,
    /** Where its fall ends, and how it is brought to end there. */
    to: AnchorSchema.optional(),
    fit,
    /** How much faster a repeat sounds than what is set, or higher where its length is fixed. */
    varied: SpeedSchema.optional(),
  }),
  /** It rises from one instant and peaks on another. */
  z.object({
    ...common,
    kind: z.literal('riser'),
    from: AnchorSchema,
    at: AnchorSchema,
    pitch,
    fit,
  }),
  /** It sounds unchanged from one instant to another, over and over where it is shorter. */
  z.object({
    ...common,
    kind: z.literal('bed'),
    from: AnchorSchema,
    to: AnchorSchema,
    /** Frames over which it comes in and goes, half on either side of the instants. */
    fade: bedFade,
  }),
]);
export type EffectPlacement = z.output<typeof EffectPlacementSchema>;
export type PlacementKind = EffectPlacement['kind'];
export type HitPlacement = Extract<EffectPlacement, { kind: 'hit' }>;
export type RiserPlacement = Extract<EffectPlacement, { kind: 'riser' }>;
export type BedPlacement = Extract<EffectPlacement, { kind: 'bed' }>;

/** A remark at a frame of the film. */
export const NoteSchema = z.object({
  id: z.string().min(1).max(64),
  frame: framesFrom(0),
  text: z.string().trim().min(1, 'A note needs words.').max(2000),
});
