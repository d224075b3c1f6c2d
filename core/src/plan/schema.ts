import { z } from 'zod';
import { PLAN_FORM } from './form.ts';
import type { Frames, Samples, SourceFrames, BeatsPerMinute } from '../time/index.ts';

/** Longest length or start of a film: a day of timecode at 1000 frames a second. */
const MOST_FRAMES = 86_400_000;

const whole = z.number().int().refine(Number.isSafeInteger, 'must be a whole number');
const count = whole.min(0).max(MOST_FRAMES);

/** The same check with the unit in its type: units exist only while compiling, so JSON stays plain numbers. */
const withUnit = <T extends number>(schema: z.ZodType<number, number>): z.ZodType<T, T> =>
  schema as unknown as z.ZodType<T, T>;
const framesFrom = (least: number) => withUnit<Frames>(count.min(least));
const sourceFramesFrom = (least: number) => withUnit<SourceFrames>(count.min(least));
const samplesFrom0 = withUnit<Samples>(whole.min(0));

/** A rate of 1 to 1000 frames a second as a fraction of whole numbers. */
export const RateSchema = z
  .object({ num: whole.min(1), den: whole.min(1) })
  .refine(({ num, den }) => num >= den && num <= 1000 * den, 'A frame rate lies between 1 and 1000 frames a second.');

const SizeSchema = z.object({ width: whole.min(1).max(32768), height: whole.min(1).max(32768) });

/** The content hash (SHA-256, hexadecimal) by which a media file is stored. */
export const MediaIdSchema = z.string().regex(/^[0-9a-f]{64}$/, 'must be a SHA-256 hash in hexadecimal');

const UnitIntervalSchema = z.number().min(0).max(1);

const BeatSchema = z.object({ at: samplesFrom0, strength: UnitIntervalSchema, confidence: UnitIntervalSchema });

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

/** See `Corrections` in listen. */
export const CorrectionsSchema = z.object({ level: whole.min(-2).max(2), downbeatShift: whole.min(0).max(11) });

/** An audio file, the part of it that the film uses, and what was heard in it. */
export const MusicSchema = z
  .object({
    media: MediaIdSchema,
    fileName: z.string().min(1).max(255),
    /** The outline for drawing, kept as a media file of its own. */
    outline: MediaIdSchema.nullable(),
    analysis: AnalysisSchema,
    corrections: CorrectionsSchema,
    /** Part used: from `in` up to but not including `out`; `in` sounds at plan frame 0. */
    region: z.object({ in: samplesFrom0, out: samplesFrom0 }),
  })
  .refine((m) => m.region.in < m.region.out && m.region.out <= m.analysis.length, {
    message: 'The region must start before it ends, within the file.',
    path: ['region'],
  });

/** Source media in its own frames. */
export const ClipSchema = z
  .object({
    id: z.string().min(1).max(64),
    name: z.string().trim().min(1).max(120),
    /** File name as the editing program knows it, or null for a clip entered by hand. */
    fileName: z.string().min(1).max(255).nullable(),
    rate: RateSchema,
    frames: sourceFramesFrom(1),
    size: SizeSchema,
    /** Timecode of the first frame, as a frame count from 00:00:00:00 at the clip's rate. */
    start: sourceFramesFrom(0),
    dropFrame: z.boolean(),
    /** Part worth using, [in, out). */
    usable: z.object({ in: sourceFramesFrom(0), out: sourceFramesFrom(1) }),
    /** A small picture, kept as a media file of its own. */
    poster: MediaIdSchema.nullable(),
  })
  .refine((c) => c.usable.in < c.usable.out && c.usable.out <= c.frames, {
    message: 'The usable range must start before it ends, within the clip.',
    path: ['usable'],
  });

/** A clip's use from its start up to the next shot's start, or the end of the film. */
export const ShotSchema = z.object({
  id: z.string().min(1).max(64),
  start: framesFrom(0),
  /** The clip shown, or null while none is chosen. */
  clip: z.string().max(64).nullable(),
  /** First source frame shown. */
  sourceIn: sourceFramesFrom(0),
});

/** The shots in order, the first at frame 0, and the length of the whole. */
export const ScoreSchema = z
  .object({ shots: z.array(ShotSchema).min(1).max(20_000), length: framesFrom(1) })
  .refine(
    ({ shots, length }) => shots[0]!.start === 0 && shots.every((s, i) => s.start < (shots[i + 1]?.start ?? length)),
    {
      message: 'Shots start at frame 0 and follow one another without overlap.',
      path: ['shots'],
    },
  );

/** The plan of a film: one plain document; everything else is computed from it. */
export const PlanSchema = z
  .object({
    form: z.literal(PLAN_FORM),
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
    music: MusicSchema.nullable(),
    clips: z.array(ClipSchema).max(5000),
    score: ScoreSchema.nullable(),
  })
  .superRefine((plan, context) => {
    const ids = new Set(plan.clips.map((c) => c.id));
    if (ids.size < plan.clips.length)
      context.addIssue({ code: 'custom', path: ['clips'], message: 'Two clips have the same id.' });
    plan.score?.shots.forEach((shot, i) => {
      if (shot.clip !== null && !ids.has(shot.clip))
        context.addIssue({
          code: 'custom',
          path: ['score', 'shots', i, 'clip'],
          message: `Shot ${i + 1} uses a clip that is not in the plan.`,
        });
    });
  });

export type Plan = z.output<typeof PlanSchema>;
export type Music = z.output<typeof MusicSchema>;
export type Clip = z.output<typeof ClipSchema>;
export type Shot = z.output<typeof ShotSchema>;
export type Score = z.output<typeof ScoreSchema>;
export type Size = z.output<typeof SizeSchema>;
