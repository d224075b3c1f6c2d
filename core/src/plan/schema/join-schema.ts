import { z } from 'zod';
import { RecipeEffectSchema } from './effect-schema.ts';
import { RateSchema, whole, countsFrames, framesBeside } from './fields.ts';
import { EasingSchema } from './ramp-schema.ts';

/** The movements of the picture through a join. */
export const MOVES = [
  'plain',
  'zoom-through',
  'pull-back',
  'whip-pan',
  'slide',
  'drop',
  'hinge',
  'smear',
  'own',
] as const;
export type MoveKind = (typeof MOVES)[number];

/** Ways that a picture goes. */
export const WAYS = ['left', 'right', 'up', 'down'] as const;
export type Way = (typeof WAYS)[number];

/**
 * What the keys of a move are set on: scale, shift in frame widths and heights, degrees clockwise,
 * pixels of film, 0–1.
 */
export const PARAMETERS = ['scale', 'x', 'y', 'rotation', 'blur', 'opacity'] as const;
export type Parameter = (typeof PARAMETERS)[number];

/** What is seen where a picture does not reach. */
export const FILLS = ['none', 'mirror', 'extend'] as const;

/**
 * A length as it was given: in frames of a rate, which at another rate keep their time or their
 * number; in seconds; in beats.
 */
export const SpanSchema = z.discriminatedUnion('unit', [
  z.object({
    unit: z.literal('frames'),
    n: countsFrames(whole.min(0).max(10_000)),
    at: RateSchema,
    keep: z.enum(['time', 'frames']),
  }),
  z.object({
    unit: z.enum(['seconds', 'beats']),
    n: z.object({ num: whole.min(0).max(1e9), den: whole.min(1).max(1e6) }),
  }),
]);
export type Span = z.output<typeof SpanSchema>;

/**
 * A key that the person set: on one side, so many frames after the cut, or before it when negative.
 */
export const JoinKeySchema = z.object({
  side: z.enum(['out', 'in']),
  of: z.enum(PARAMETERS),
  at: framesBeside(10_000),
  value: z.number().min(-10_000).max(10_000),
  /** How the value goes over to that of the next key. */
  ease: EasingSchema,
});
export type JoinKey = z.output<typeof JoinKeySchema>;

const ratio = z.number().min(0).max(1);

/** All of a join that can be set. */
export const JoinSettingsSchema = z.object({
  move: z.enum(MOVES),
  /** Whether the pictures are on screen one at a time, or both over the whole window. */
  pictures: z.enum(['inside', 'overlap']),
  before: SpanSchema,
  after: SpanSchema,
  /** Which of the pictures move. */
  sides: z.enum(['both', 'out', 'in']),
  /** Scale at the peak; 1 as it is. */
  peak: z.number().min(0.05).max(20),
  /** That of the incoming picture, where it is another. */
  peakIn: z.number().min(0.05).max(20).optional(),
  /** Shift at the peak, in widths or heights of the frame. */
  shift: z.number().min(0).max(4),
  /** Degrees at the peak, clockwise. */
  turn: z.number().min(-720).max(720),
  /** Part of the shift by which the incoming picture goes past its rest. */
  overshoot: ratio,
  /** The way that the pictures go. */
  way: z.enum(WAYS),
  /**
   * The point that a zoom goes into and a turn goes about, in widths and heights from the top left.
   */
  aim: z.object({ x: ratio, y: ratio }),
  easeOut: EasingSchema,
  easeIn: EasingSchema,
  /** Directional blur at the peak in pixels of the film, beside what the shutter gives. */
  blur: z.number().min(0).max(2000),
  /** Degrees of the shutter by which movement is blurred; 0 for none. */
  shutter: z.number().min(0).max(360),
  fill: z.enum(FILLS),
  /** Whether each frame is enlarged as far as hides its edges. */
  cover: z.boolean(),
  /** Sides that hold their last picture where their file ends. */
  hold: z.object({ out: z.boolean(), in: z.boolean() }),
  /** Keys of an own move; of none for the others. */
  keys: z.array(JoinKeySchema).max(5000).readonly(),
  /**
   * Frames before and after the cut of the window in which the keys were set; they are fitted to
   * the one there is.
   */
  keyed: z
    .object({
      before: countsFrames(whole.min(0).max(10_000)),
      after: countsFrames(whole.min(0).max(10_000)),
    })
    .optional(),
});
export type JoinSettings = z.output<typeof JoinSettingsSchema>;

/**
 * What happens at the cut before a shot: a recipe's settings, or those of a move, with what was set
 * by hand.
 */
export const JoinSchema = z.object({
  /** The recipe that it follows. */
  recipe: z.string().min(1).max(64).optional(),
  /** What differs from the recipe, or from what is usual for the move. */
  set: JoinSettingsSchema.partial(),
  /** The way that the camera suggested here. */
  way: z.enum(WAYS).optional(),
  /** Whether it is left out for now. */
  off: z.boolean().optional(),
});
export type Join = z.output<typeof JoinSchema>;

/** A join that is kept for reuse, under a name, with the effects that sound at it. */
export const RecipeSchema = z.object({
  id: z.string().min(1).max(64),
  name: z.string().trim().min(1, 'A recipe needs a name.').max(80),
  settings: JoinSettingsSchema,
  effects: z.array(RecipeEffectSchema).max(100).optional(),
});
export type Recipe = z.output<typeof RecipeSchema>;
