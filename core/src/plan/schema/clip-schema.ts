import { z } from 'zod';
import { FramingSchema } from './framing-schema.ts';
import { ClipSoundSchema, LinedUpSchema, SoundRuleSchema } from './own-sound-schema.ts';
import { MOMENT_KINDS } from '../../footage/moments/moment.ts';
import { MediaIdSchema, RateSchema, SizeSchema, sourceFramesFrom, whole } from './fields.ts';

/** A moment of a clip that the person keeps. */
export const MomentSchema = z.object({
  at: sourceFramesFrom(0),
  kind: z.enum(MOMENT_KINDS),
  /** How much it strikes the eye, as far as that was measured. */
  strength: z.number().min(0).max(1).optional(),
});
export type PlanMoment = z.output<typeof MomentSchema>;

/** Below what a clip counts as still; see `StillLimits` in footage. */
export const StillLimitsSchema = z.object({
  camera: z.number().min(0).max(10),
  subject: z.number().min(0).max(10),
  shortest: z.number().min(0).max(60),
});

/** What a file of pictures is and what was made of it: all of a clip that its content decides. */
export const FileFactsSchema = z.object({
  rate: RateSchema,
  frames: sourceFramesFrom(1),
  /** As shown: turned, and with square pixels. */
  size: SizeSchema,
  /** Timecode of the first frame, as a frame count from 00:00:00:00 at the clip's rate. */
  start: sourceFramesFrom(0),
  dropFrame: z.boolean(),
  /** How its pictures are coded, as the container says. */
  codec: z.string().min(1).max(60).optional(),
  /**
   * Quarter turns clockwise by which its pictures are shown, and width of a pixel against its
   * height, when not 0 and 1.
   */
  quarters: whole.min(1).max(3).optional(),
  pixelAspect: z.object({ num: whole.min(1), den: whole.min(1) }).optional(),
  /**
   * Kept beside the plan as media files, once made: a small picture, a row of them, all frames
   * small, and what was seen.
   */
  poster: MediaIdSchema.nullable(),
  strip: MediaIdSchema.optional(),
  proxy: MediaIdSchema.optional(),
  movement: MediaIdSchema.optional(),
  /** The version of what was seen, `FACTS_VERSION` of footage; none before the third. */
  measured: whole.min(1).optional(),
  /**
   * When the stored frames of a file of variable rate are shown; its `rate` is then the one it is
   * used at.
   */
  times: MediaIdSchema.optional(),
  /** What its file sounds like; null where it has no sound, none before it was listened to. */
  sound: ClipSoundSchema.nullable().optional(),
});
export type FileFacts = z.output<typeof FileFactsSchema>;

/** What a clip that is not shot yet is to show: how near, and what happens in it. */
export const WantedSchema = z.object({
  framing: z.enum(['wide', 'medium', 'close']).optional(),
  action: z.string().trim().max(500).optional(),
});

/** Source media in its own frames. */
export const ClipSchema = FileFactsSchema.extend({
  id: z.string().min(1).max(64),
  name: z.string().trim().min(1).max(120),
  /** File name as the editing program knows it, or null for a clip entered by hand. */
  fileName: z.string().min(1).max(255).nullable(),
  /** The reel by which lists of others know it; a name of ours where it is left out. */
  reel: z.string().trim().min(1).max(64).optional(),
  /** What is to be shot, of a clip that waits for its file. */
  wanted: WantedSchema.optional(),
  /** By what its file is known again, wherever it is; none for a clip entered by hand. */
  content: MediaIdSchema.optional(),
  /** Part worth using, [in, out). */
  usable: z.object({ in: sourceFramesFrom(0), out: sourceFramesFrom(1) }),
  /** Moments worth landing on a cue, in order, and frames at which a proposed one is not wanted. */
  moments: z.array(MomentSchema).max(100_000).readonly().default([]),
  declined: z.array(sourceFramesFrom(0)).max(100_000).readonly().default([]),
  /** How it lies in a film of another shape, when not filling it about the middle. */
  framing: FramingSchema.optional(),
  /** Whether its shots are heard unless they say otherwise; they are not when left out. */
  heard: SoundRuleSchema.optional(),
  /** Where its sound lies in a song that was played while it was filmed. */
  linedUp: LinedUpSchema.optional(),
  /** Its own limits of stillness, when not the usual ones. */
  limits: StillLimitsSchema.optional(),
})
  .refine((c) => c.usable.in < c.usable.out && c.usable.out <= c.frames, {
    message: 'The usable range must start before it ends, within the clip.',
    path: ['usable'],
  })
  .refine(
    (c) => c.moments.every(({ at }, i) => at < c.frames && (i === 0 || at > c.moments[i - 1]!.at)),
    {
      message: 'Moments lie inside the clip, in order, no two on one frame.',
      path: ['moments'],
    },
  );
export type Clip = z.output<typeof ClipSchema>;

/** Whether a clip waits for its file: it is not shot yet, or was entered by hand. */
export const waitsForFile = ({ content }: Pick<Clip, 'content'>): boolean => content === undefined;
