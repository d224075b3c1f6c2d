import { z } from 'zod';
import type { Frames } from '../../time/index.ts';
import { ClipSchema } from './clip-schema.ts';
import { EffectFileSchema, EffectPlacementSchema, NoteSchema } from './effect-schema.ts';
import { framesBeside, framesFrom, RateSchema, SizeSchema, withUnit } from './fields.ts';
import { DuckingSchema, LoudnessAimSchema } from './level-schema.ts';
import { PhraseSchema } from './phrase-schema.ts';
import { brokenReferences } from './plan-references.ts';
import { RampGroupSchema } from './ramp-schema.ts';
import { RecipeSchema } from './recipe-schema.ts';
import { ScoreSchema } from './shot-schema.ts';
import { SoundSchema } from './sound-schema.ts';
import { PLAN_VERSION } from './version.ts';
import { NO_WISHES, WishesSchema } from './wishes-schema.ts';

/** The plan of a film: one plain document; everything else is computed from it. */
export const PlanSchema = z
  .object({
    version: z.literal(PLAN_VERSION),
    name: z.string().trim().min(1, 'A plan needs a name.').max(120),
    client: z.string().trim().max(120),
    rate: RateSchema,
    dropFrame: z.boolean(),
    size: SizeSchema,
    /** Length aimed at. */
    target: framesFrom(1),
    /** Timecode of frame 0, as a frame count from 00:00:00:00. */
    start: framesFrom(0),
    /** Frames by which every cut comes before its cue. */
    lead: withUnit<Frames>(framesBeside(1000)),
    /** Wanted shot length as typed, such as “2 beats”. */
    pace: z.string().trim().min(1).max(40),
    /** What a layout is to be like beside that. */
    wishes: WishesSchema.default(NO_WISHES),
    /** The music, by which bars are counted. */
    music: SoundSchema.nullable(),
    /** Voice, sound effects and further music. */
    sounds: z.array(SoundSchema).max(200),
    /** How the music goes down under speech; null where it does not. */
    ducking: DuckingSchema.nullable().default(null),
    /** How loud the film is to be; null where that is open. */
    loudness: LoudnessAimSchema.nullable().default(null),
    clips: z.array(ClipSchema).max(5000),
    score: ScoreSchema.nullable(),
    /** Motions over ranges of the film; where they overlap the later ones lie above. */
    phrases: z.array(PhraseSchema).max(20_000).readonly().default([]),
    /** Joins and phrases kept for reuse, and ramps that several shots follow. */
    recipes: z.array(RecipeSchema).max(1000).readonly().default([]),
    ramps: z.array(RampGroupSchema).max(1000).readonly().default([]),
    /** Files of sound effects, and where they sound. */
    effectFiles: z.array(EffectFileSchema).max(1000).readonly().default([]),
    effects: z.array(EffectPlacementSchema).max(20_000).readonly().default([]),
    /** Remarks made while it played. */
    notes: z.array(NoteSchema).max(10_000).readonly().default([]),
    /** Kinds of faults that are not told. */
    quiet: z.array(z.string().max(40)).max(100).readonly().default([]),
  })
  .superRefine((plan, context) => {
    for (const { path, message } of brokenReferences(plan))
      context.addIssue({ code: 'custom', path: [...path], message });
  });

export type Plan = z.output<typeof PlanSchema>;
export type Size = z.output<typeof SizeSchema>;
