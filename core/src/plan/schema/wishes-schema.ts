import { z } from 'zod';
import { ArcSchema } from './arc-schema.ts';
import { framesFrom, lengthText, samplesFrom0, SpeedSchema, whole } from './fields.ts';

/** How the wanted length of a shot changes over the film, from the plan's pace to another. */
export const PacingSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('steady') }),
  /** From the pace to `to`, evenly, or mostly at its end or start. */
  z.object({ kind: z.literal('build'), to: lengthText, shape: z.enum(['even', 'late', 'early']) }),
  /** From the pace to `to` and back every so many bars. */
  z.object({ kind: z.literal('wave'), to: lengthText, bars: whole.min(1).max(256) }),
  /** The pace where the music is quiet, `to` where it is loud. */
  z.object({ kind: z.literal('energy'), to: lengthText }),
  /** Paces of their own from some instants of the music on. */
  z.object({
    kind: z.literal('sections'),
    paces: z
      .array(z.object({ at: samplesFrom0, pace: lengthText }))
      .max(200)
      .readonly(),
  }),
  /** Builds to the drops of the music, rests after them; the pace alone where there are none. */
  z.object({ kind: z.literal('form') }),
  /** Arcs, each from an instant until the next begins; the pace alone before the first. */
  z.object({ kind: z.literal('arcs'), arcs: z.array(ArcSchema).max(200).readonly() }),
  /** Lengths set at some frames of the film, and between them in between. */
  z.object({
    kind: z.literal('drawn'),
    points: z
      .array(z.object({ frame: framesFrom(0), length: framesFrom(1) }))
      .min(1)
      .max(500)
      .readonly(),
  }),
]);
export type Pacing = z.output<typeof PacingSchema>;

/** How a clip may be used. */
export const ClipWishSchema = z.object({
  use: z.enum(['may', 'must', 'never']).default('may'),
  most: whole.min(1).max(1000).nullable().default(null),
  /** Speeds it may be shown at, the preferred first; as it was filmed when empty. */
  speeds: z.array(SpeedSchema).max(20).readonly().default([]),
});
export type ClipWish = z.output<typeof ClipWishSchema>;

/** No wish for a clip. */
export const NO_CLIP_WISH: ClipWish = ClipWishSchema.parse({});

/** What a layout is weighed by. */
export const TERMS = [
  'pace',
  'cue',
  'moment',
  'movement',
  'likeness',
  'flow',
  'speed',
  'repeat',
  'variety',
] as const;
export type Term = (typeof TERMS)[number];

const clipId = z.string().max(64);
/** Two clips, the one before the other. */
const pairs = z
  .array(z.object({ clip: clipId, then: clipId }))
  .max(500)
  .readonly()
  .default([]);

/** What a layout is to be like. */
export const WishesSchema = z.object({
  pacing: PacingSchema.default({ kind: 'steady' }),
  /**
   * Runs of very short shots, each of `shots` of `each` frames, the last of them ending on a frame.
   */
  bursts: z
    .array(z.object({ end: framesFrom(1), shots: whole.min(1).max(200), each: framesFrom(1) }))
    .max(100)
    .readonly()
    .default([]),
  /** Limits of a shot's length; by default what follows from the pace. */
  shortest: framesFrom(1).nullable().default(null),
  longest: framesFrom(1).nullable().default(null),
  /** Whether the clips come in their order, round and round, or in any. */
  order: z.enum(['kept', 'free']).default('free'),
  /** Frames of the film beyond each end of a shot for which its file must last. */
  handles: framesFrom(0).default(0 as never),
  /** The clip that opens the film, and the one that closes it. */
  first: clipId.nullable().default(null),
  last: clipId.nullable().default(null),
  /** Clips whose shot starts on a frame. */
  pins: z
    .array(z.object({ clip: clipId, frame: framesFrom(1) }))
    .max(500)
    .readonly()
    .default([]),
  /** Pairs of which the second is not shown until the first was. */
  before: pairs,
  /** Pairs of which the second comes right after the first, whenever either is shown. */
  together: pairs,
  /** Whether neighbours are to be like one another, unlike, or either. */
  neighbours: z.enum(['alike', 'unlike', 'any']).default('alike'),
  /** How much each term counts, in parts of what is usual. */
  weights: z.partialRecord(z.enum(TERMS), z.number().min(0).max(10)).default({}),
  /** Another number gives other layouts of about the same worth, the same number the same. */
  seed: whole.min(0).max(1e9).default(0),
  /** By id of the clip. */
  clips: z.record(z.string(), ClipWishSchema).default({}),
});
export type Wishes = z.output<typeof WishesSchema>;

/** How a clip may be used as wished. */
export const clipWish = ({ clips }: Wishes, id: string): ClipWish =>
  (Object.hasOwn(clips, id) ? clips[id] : undefined) ?? NO_CLIP_WISH;

/** No wish but the plan's pace. */
export const NO_WISHES: Wishes = WishesSchema.parse({});
