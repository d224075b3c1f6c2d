import { z } from 'zod';
import { CUE_KINDS, SOUND_KINDS } from './cue-kinds.ts';
import { PLAN_VERSION } from './version.ts';
import { AccentSchema, EffectSchema, NoteSchema } from './effect-schema.ts';
import { ClipSchema } from './clip-schema.ts';
import {
  count,
  framesFrom,
  MediaIdSchema,
  RateSchema,
  samplesFrom0,
  SizeSchema,
  sourceFramesFrom,
  SpeedSchema,
  whole,
  withUnit,
} from './fields.ts';
import { JoinSchema, RecipeSchema } from './join-schema.ts';
import { RampGroupSchema, RampSchema } from './ramp-schema.ts';
import { NO_WISHES, WishesSchema } from './wishes-schema.ts';
import { partsFit } from './parts.ts';
import type { BeatsPerMinute, Frames, Samples } from '../../time/index.ts';

const UnitIntervalSchema = z.number().min(0).max(1);

const BeatSchema = z.object({
  at: samplesFrom0,
  strength: UnitIntervalSchema,
  confidence: UnitIntervalSchema,
});

/** See `Analysis` in listen: what was heard in one file. */
export const AnalysisSchema = z.object({
  sampleRate: whole.min(8000).max(384000),
  length: samplesFrom0,
  beats: z.array(BeatSchema).max(200_000).readonly(),
  downbeats: z.array(whole.min(0)).max(200_000).readonly(),
  beatsPerBar: whole.min(2).max(12),
  tempo: withUnit<BeatsPerMinute>(z.number().positive()).nullable(),
  confidence: UnitIntervalSchema,
});

const CueSchema = z.object({
  at: samplesFrom0,
  strength: UnitIntervalSchema,
  confidence: UnitIntervalSchema,
});
const cueList = z.array(CueSchema).max(500_000).readonly();
const LufsSchema = z.number().nullable();

/** Everything heard beside the beats; see `Found` in listen. */
export const FoundSchema = z.object({
  onsets: z
    .array(CueSchema.extend({ band: z.enum(['low', 'middle', 'high']) }))
    .max(500_000)
    .readonly(),
  hits: cueList,
  words: cueList,
  pauses: z
    .array(z.object({ start: samplesFrom0, end: samplesFrom0, confidence: UnitIntervalSchema }))
    .max(100_000)
    .readonly(),
  rises: z
    .array(
      z.object({
        start: samplesFrom0,
        peak: samplesFrom0,
        strength: UnitIntervalSchema,
        confidence: UnitIntervalSchema,
      }),
    )
    .max(100_000)
    .readonly(),
  drops: cueList,
  sections: cueList,
  /** In LUFS, null for silence; `shortTerm` one value a second, of the 3 s that start there. */
  loudness: z.object({
    integrated: LufsSchema,
    momentaryMaximum: LufsSchema,
    shortTermMaximum: LufsSchema,
    shortTerm: z.array(LufsSchema).max(100_000).readonly(),
  }),
});

const atSchema = z.object({ at: samplesFrom0 });
const betweenSchema = z.object({
  from: samplesFrom0,
  to: samplesFrom0,
  beats: whole.min(1).max(200_000),
});

/** See `Correction` in listen. */
export const CorrectionSchema = z.discriminatedUnion('do', [
  z.object({ do: z.literal('double') }),
  z.object({ do: z.literal('halve') }),
  z.object({ do: z.literal('metre'), beats: whole.min(2).max(12) }),
  atSchema.extend({ do: z.literal('downbeat') }),
  z.object({ do: z.literal('shift'), by: whole }),
  betweenSchema.extend({ do: z.literal('steady') }),
  z.object({ do: z.literal('move'), from: samplesFrom0, to: samplesFrom0 }),
  atSchema.extend({ do: z.literal('add') }),
  atSchema.extend({ do: z.literal('delete') }),
  z.object({
    do: z.literal('give'),
    beats: z.array(samplesFrom0).min(2).max(200_000).readonly(),
    bars: z.array(whole.min(0)).max(200_000).readonly().optional(),
    beatsPerBar: whole.min(2).max(12).optional(),
  }),
  betweenSchema.extend({ do: z.literal('retrack') }),
]);

/** A cue that was added (`from` null), deleted (`to` null) or moved by hand. */
export const CueEditSchema = z.object({
  kind: z.enum(CUE_KINDS),
  from: samplesFrom0.nullable(),
  to: samplesFrom0.nullable(),
  /** What it is called, such as the text of a subtitle. */
  name: z.string().trim().max(200).optional(),
});

/** An audio file, the part of it that the film uses, and what was heard in it. */
export const SoundSchema = z
  .object({
    id: z.string().min(1).max(64),
    kind: z.enum(SOUND_KINDS),
    media: MediaIdSchema,
    fileName: z.string().min(1).max(255),
    /** The outline for drawing, kept as a media file of its own. */
    outline: MediaIdSchema.nullable(),
    /** Whether where the sound starts is only what is usual for its coding, since the file does not say. */
    startGuessed: z.boolean().optional(),
    analysis: AnalysisSchema,
    found: FoundSchema,
    corrections: z.array(CorrectionSchema).max(10_000).readonly(),
    cueEdits: z.array(CueEditSchema).max(100_000).readonly(),
    /** Names of sections by where they start. */
    sectionNames: z
      .array(z.object({ at: samplesFrom0, name: z.string().trim().max(60) }))
      .max(1000)
      .readonly(),
    switches: z.partialRecord(
      z.enum(CUE_KINDS),
      z.object({ on: z.boolean(), least: UnitIntervalSchema }),
    ),
    /** Part used: from `in` up to but not including `out`. */
    region: z.object({ in: samplesFrom0, out: samplesFrom0 }),
    /** Places inside the region from which the film goes on at another place of the file, in the order heard. */
    splices: z
      .array(z.object({ leave: samplesFrom0, enter: samplesFrom0 }))
      .max(100)
      .readonly()
      .default([]),
    /** How long the end of the used sound fades to nothing, and how long its start comes from nothing. */
    fade: samplesFrom0.default(0 as Samples),
    fadeIn: samplesFrom0.default(0 as Samples),
    /** Decibels by which it is turned up. */
    gain: z.number().min(-90).max(24).default(0),
    /** The colour and harmony of the sound over time, kept as a media file of its own. */
    texture: MediaIdSchema.nullable().default(null),
    /** Plan frame at whose start `region.in` sounds. */
    place: framesFrom(0),
  })
  .refine((m) => m.region.in < m.region.out && m.region.out <= m.analysis.length, {
    message: 'The region must start before it ends, within the file.',
    path: ['region'],
  })
  .refine((m) => partsFit(m, m.analysis.length), {
    message: 'A splice must leave a part after it began, within the file.',
    path: ['splices'],
  });

/** A clip's use from its start up to the next shot's start, or the end of the film. */
export const ShotSchema = z.object({
  id: z.string().min(1).max(64),
  start: framesFrom(0),
  /** The clip shown, or null while none is chosen. */
  clip: z.string().max(64).nullable(),
  /** First source frame shown. */
  sourceIn: sourceFramesFrom(0),
  /** How fast the clip is shown; left out when as it was filmed. */
  speed: SpeedSchema.optional(),
  /** Speeds that change, in place of a constant one. */
  ramp: RampSchema.optional(),
  /** The ramp of a group that it follows, in place of its own. */
  rampOf: z.string().min(1).max(64).optional(),
  /** What happens at the cut at its start; a hard cut when left out. */
  join: JoinSchema.optional(),
  /** Whether the cut at its start stays when the film is laid out anew. */
  locked: z.boolean().optional(),
});

/** The shots in order, the first at frame 0, and the length of the whole. */
export const ScoreSchema = z
  .object({ shots: z.array(ShotSchema).min(1).max(20_000), length: framesFrom(1) })
  .refine(
    ({ shots, length }) =>
      shots[0]!.start === 0 && shots.every((s, i) => s.start < (shots[i + 1]?.start ?? length)),
    {
      message: 'Shots start at frame 0 and follow one another without overlap.',
      path: ['shots'],
    },
  );

/** The plan of a film: one plain document; everything else is computed from it. */
export const PlanSchema = z
  .object({
    form: z.literal(PLAN_VERSION),
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
    lead: withUnit<Frames>(count.max(1000)),
    /** Wanted shot length as typed, such as “2 beats”. */
    pace: z.string().trim().min(1).max(40),
    /** What a layout is to be like beside that. */
    wishes: WishesSchema.default(NO_WISHES),
    /** The music, by which bars are counted. */
    music: SoundSchema.nullable(),
    /** Voice, sound effects and further music. */
    sounds: z.array(SoundSchema).max(200),
    clips: z.array(ClipSchema).max(5000),
    score: ScoreSchema.nullable(),
    /** Joins kept for reuse, and ramps that several shots follow. */
    recipes: z.array(RecipeSchema).max(1000).readonly().default([]),
    ramps: z.array(RampGroupSchema).max(1000).readonly().default([]),
    /** Files of sound effects, and where they sound. */
    effects: z.array(EffectSchema).max(1000).readonly().default([]),
    accents: z.array(AccentSchema).max(20_000).readonly().default([]),
    /** Remarks made while it played. */
    notes: z.array(NoteSchema).max(10_000).readonly().default([]),
    /** Kinds of faults that are not told. */
    quiet: z.array(z.string().max(40)).max(100).readonly().default([]),
  })
  .superRefine((plan, context) => {
    const soundIds = [...(plan.music ? [plan.music] : []), ...plan.sounds].map((x) => x.id);
    if (new Set(soundIds).size < soundIds.length)
      context.addIssue({
        code: 'custom',
        path: ['sounds'],
        message: 'Two sounds have the same id.',
      });
    const ids = new Set(plan.clips.map((c) => c.id));
    if (ids.size < plan.clips.length)
      context.addIssue({ code: 'custom', path: ['clips'], message: 'Two clips have the same id.' });
    const [recipes, groups] = [
      new Set(plan.recipes.map((r) => r.id)),
      new Set(plan.ramps.map((r) => r.id)),
    ];
    if (recipes.size < plan.recipes.length)
      context.addIssue({
        code: 'custom',
        path: ['recipes'],
        message: 'Two recipes have the same id.',
      });
    if (groups.size < plan.ramps.length)
      context.addIssue({ code: 'custom', path: ['ramps'], message: 'Two ramps have the same id.' });
    const effects = new Set(plan.effects.map((e) => e.id));
    if (effects.size < plan.effects.length)
      context.addIssue({
        code: 'custom',
        path: ['effects'],
        message: 'Two effects have the same id.',
      });
    if (new Set(plan.accents.map((a) => a.id)).size < plan.accents.length)
      context.addIssue({
        code: 'custom',
        path: ['accents'],
        message: 'Two accents have the same id.',
      });
    plan.accents.forEach(({ effect }, i) => {
      if (!effects.has(effect))
        context.addIssue({
          code: 'custom',
          path: ['accents', i, 'effect'],
          message: `Accent ${i + 1} uses an effect that is not in the plan.`,
        });
    });
    plan.recipes.forEach(({ name, accents = [] }, i) => {
      if (accents.some(({ effect }) => !effects.has(effect)))
        context.addIssue({
          code: 'custom',
          path: ['recipes', i, 'accents'],
          message: `Recipe “${name}” uses an effect that is not in the plan.`,
        });
    });
    plan.score?.shots.forEach((shot, i) => {
      if (shot.join?.recipe !== undefined && !recipes.has(shot.join.recipe))
        context.addIssue({
          code: 'custom',
          path: ['score', 'shots', i, 'join'],
          message: `Cut ${i} follows a recipe that is not in the plan.`,
        });
      if (shot.rampOf !== undefined && !groups.has(shot.rampOf))
        context.addIssue({
          code: 'custom',
          path: ['score', 'shots', i, 'rampOf'],
          message: `Shot ${i + 1} follows a ramp that is not in the plan.`,
        });
      if (shot.clip !== null && !ids.has(shot.clip))
        context.addIssue({
          code: 'custom',
          path: ['score', 'shots', i, 'clip'],
          message: `Shot ${i + 1} uses a clip that is not in the plan.`,
        });
    });
  });

export type Plan = z.output<typeof PlanSchema>;
export type Sound = z.output<typeof SoundSchema>;
export type CueEdit = z.output<typeof CueEditSchema>;
export type Shot = z.output<typeof ShotSchema>;
export type Score = z.output<typeof ScoreSchema>;
export type Size = z.output<typeof SizeSchema>;
