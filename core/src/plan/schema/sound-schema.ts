import { z } from 'zod';
import { READINGS } from '../../listen/index.ts';
import type { BeatsPerMinute, Samples } from '../../time/index.ts';
import { CUE_KINDS, SOUND_KINDS } from './cue-kinds.ts';
import { framesFrom, GainSchema, MediaIdSchema, samplesFrom0, whole, withUnit } from './fields.ts';
import { LevelKeySchema, MuteSchema } from './level-schema.ts';
import { partsFit } from './parts.ts';

const UnitIntervalSchema = z.number().min(0).max(1);

const BeatSchema = z.object({
  at: samplesFrom0,
  strength: UnitIntervalSchema,
  confidence: UnitIntervalSchema,
});

const ReadingNameSchema = z.enum(READINGS);
/** See `Reading` in listen. */
const ReadingSchema = z.object({
  as: ReadingNameSchema,
  likelihood: UnitIntervalSchema,
  from: samplesFrom0,
  to: samplesFrom0,
  beatsPerBar: whole.min(2).max(12),
  beats: z.array(samplesFrom0).min(2).max(200_000).readonly().nullable(),
  bars: z.array(whole.min(0)).max(200_000).readonly(),
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
  readings: z.array(ReadingSchema).max(16).readonly().default([]),
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
  z.object({
    do: z.literal('metre'),
    beats: whole.min(2).max(12),
    reading: ReadingNameSchema.optional(),
  }),
  atSchema.extend({ do: z.literal('downbeat'), reading: ReadingNameSchema.optional() }),
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
    reading: ReadingNameSchema.optional(),
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
    /**
     * Whether where the sound starts is only what is usual for its coding, since the file does not
     * say.
     */
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
    /**
     * Places inside the region from which the film goes on at another place of the file, in the
     * order heard.
     */
    splices: z
      .array(z.object({ leave: samplesFrom0, enter: samplesFrom0 }))
      .max(100)
      .readonly()
      .default([]),
    /**
     * How long the end of the used sound fades to nothing, and how long its start comes from
     * nothing.
     */
    fade: samplesFrom0.default(0 as Samples),
    fadeIn: samplesFrom0.default(0 as Samples),
    /** Decibels by which it is turned up. */
    gain: GainSchema.default(0),
    /** Levels set by hand, in the order of the file, and stretches that are not heard. */
    levels: z.array(LevelKeySchema).max(10_000).readonly().default([]),
    mutes: z.array(MuteSchema).max(1000).readonly().default([]),
    /** The colour and harmony of the sound over time, kept as a media file of its own. */
    chromaAndTimbre: MediaIdSchema.nullable().default(null),
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

export type Sound = z.output<typeof SoundSchema>;
export type CueEdit = z.output<typeof CueEditSchema>;
