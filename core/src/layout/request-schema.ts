import { z } from 'zod';
import { MOMENT_KINDS } from '../footage/index.ts';
import { AnalysisReportSchema } from '../listen/analysis-report.ts';
import { PacingSchema, WishesSchema } from '../plan/index.ts';

/** Frames that a clip has at most: a day of timecode at 1000 frames a second. */
const MOST_FRAMES = 86_400_000;

/** Whole frames, or a length as typed. */
const length = z.union([z.number().int().min(0), z.string().min(1).max(40)]);
/** The name of a clip of the request. */
const clipName = z.string().min(1).max(120);
const pair = z.tuple([clipName, clipName]);

const ClipRequestSchema = z.strictObject({
  name: clipName,
  file: z.string().min(1).max(255).optional(),
  rate: z.string(),
  frames: z.number().int().min(1).max(MOST_FRAMES),
  start: z.string().optional(),
  usable: z.tuple([z.number().int().min(0), z.number().int().min(1)]).optional(),
  size: z.tuple([z.number().int().min(1), z.number().int().min(1)]).optional(),
  /** What the application saw of its pictures, as a file beside the request. */
  seen: z.string().min(1).max(1000).optional(),
  /** Source frames worth landing on a cue; by default what is clear to see of what was seen. */
  moments: z
    .array(
      z.union([
        z.number().int().min(0),
        z.strictObject({
          at: z.number().int().min(0),
          kind: z.enum(MOMENT_KINDS).default('peak'),
          strength: z.number().min(0).max(1).optional(),
        }),
      ]),
    )
    .max(10_000)
    .optional(),
  /** Speeds it may be shown at, 1 for normal, as fractions or per cent: `"1/2"`, `"40%"`. */
  speeds: z
    .array(z.string().regex(/^\d+(\/\d+)?%?$/, 'must be such as 1/2 or 40%'))
    .max(20)
    .default([]),
  use: z.enum(['may', 'must', 'never']).default('may'),
  most: z.number().int().min(1).max(1000).nullable().default(null),
});

const arcCommon = {
  /** Instant of the film. */
  from: length,
  pace: z.string().trim().min(1).max(40),
  shortest: length.nullable().default(null),
  longest: length.nullable().default(null),
  clips: z.array(clipName).max(5000).default([]),
};
const to = z.string().trim().min(1).max(40);
const ArcRequestSchema = z.discriminatedUnion('shape', [
  z.strictObject({ ...arcCommon, shape: z.literal('hold') }),
  z.strictObject({
    ...arcCommon,
    shape: z.literal('build'),
    to,
    ease: z.enum(['even', 'late', 'early']).default('even'),
  }),
  z.strictObject({ ...arcCommon, shape: z.literal('breathe'), to }),
  z.strictObject({
    ...arcCommon,
    shape: z.literal('waves'),
    to,
    bars: z.number().int().min(1).max(256),
  }),
]);

/** What a script gives to have a film laid out; lengths and rates as a person types them. */
export const LayoutRequestSchema = z.strictObject({
  name: z.string().min(1).max(120).default('Layout'),
  rate: z.string(),
  dropFrame: z.boolean().default(false),
  start: z.string().default('01:00:00:00'),
  target: z.string(),
  /** Two beats where it is left out, or a second where there is no music to count them in. */
  pace: z.string().trim().min(1, 'a pace needs a length').max(40).optional(),
  lead: z.number().int().min(-1000).max(1000).default(0),
  /** The report of `analyse`, unchanged. */
  music: AnalysisReportSchema.optional(),
  /** Part of the music used, in seconds; from the first downbeat to the end when left out. */
  region: z.tuple([z.number().min(0), z.number().min(0)]).optional(),
  /** Instants of the film, in seconds, that a cut may land on beside those of the music. */
  cues: z
    .array(z.strictObject({ at: z.number().min(0), name: z.string().max(200).optional() }))
    .max(10_000)
    .default([]),
  clips: z.array(ClipRequestSchema).max(5000).default([]),
  /** How the pace changes; see the plan's schema. */
  pacing: PacingSchema.default({ kind: 'form' }),
  /** Arcs of the pace, each until the next begins; where there are some, in place of `pacing`. */
  arcs: z.array(ArcRequestSchema).max(200).default([]),
  bursts: z
    .array(z.strictObject({ end: length, shots: z.number().int().min(1).max(200), each: length }))
    .max(100)
    .default([]),
  shortest: length.nullable().default(null),
  longest: length.nullable().default(null),
  order: z.enum(['kept', 'free']).default('free'),
  handles: length.default(0),
  first: clipName.nullable().default(null),
  last: clipName.nullable().default(null),
  /** Frames of the film on which there must be a cut. */
  locks: z.array(z.number().int().min(1)).max(10_000).default([]),
  pins: z
    .array(z.strictObject({ clip: clipName, frame: z.number().int().min(1) }))
    .max(500)
    .default([]),
  before: z.array(pair).max(500).default([]),
  together: z.array(pair).max(500).default([]),
  neighbours: WishesSchema.shape.neighbours,
  weights: WishesSchema.shape.weights,
  seed: WishesSchema.shape.seed,
});
export type LayoutRequest = z.output<typeof LayoutRequestSchema>;
