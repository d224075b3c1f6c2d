import { z } from 'zod';
import { degrees, keyValue, look, placeSchema, ratio } from './motion-schema.ts';
import { EasingSchema } from './ramp-schema.ts';
import { SpanSchema } from './span-schema.ts';

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

/** The sections of a window: from the cut back, and from the cut on. */
export const HALVES = ['before', 'after'] as const;

/** A key that the person set on the picture of one side of a cut. */
export const JoinKeySchema = z.object({
  side: z.enum(['out', 'in']),
  at: placeSchema(HALVES),
  ...keyValue,
});
export type JoinKey = z.output<typeof JoinKeySchema>;

const peakScale = z.number().min(0.05).max(20);
const shift = z.number().min(0).max(4);
const turn = z.number().min(-720).max(720);
const blur = z.number().min(0).max(2000);

/**
 * All of a join that can be set. Values at the peak that end in `In` are those of the incoming
 * picture; null where they are linked to those of the outgoing one, mirrored.
 */
export const JoinSettingsSchema = z.object({
  move: z.enum(MOVES),
  /** Whether the pictures are on screen one at a time, or both over the window. */
  pictures: z.enum(['inside', 'overlap']),
  before: SpanSchema,
  after: SpanSchema,
  /** Whose picture lies on top while both are shown; when left out, as its move has it. */
  top: z.enum(['out', 'in']).optional(),
  /** How much of the window, about its cut, shows both pictures; null for all of it. */
  blend: SpanSchema.nullable(),
  /** Which of the pictures move. */
  sides: z.enum(['both', 'out', 'in']),
  /** Scale at the peak; 1 as it is. */
  peak: peakScale,
  peakIn: peakScale.nullable(),
  /** How far it goes at the peak: 1 puts the picture just beyond the frame. */
  shift,
  shiftIn: shift.nullable(),
  /** The way that the pictures go. */
  way: degrees,
  wayIn: degrees.nullable(),
  /** Degrees at the peak, clockwise, or away from the eye. */
  turn,
  turnIn: turn.nullable(),
  /** Whether what a turn about a point leaves of the picture falls away. */
  remains: z.enum(['falls', 'stays']),
  /** Part of the shift by which the incoming picture goes past its rest. */
  overshoot: ratio,
  easeOut: EasingSchema,
  easeIn: EasingSchema,
  /** Directional blur at the peak in pixels of the film, beside what the shutter gives. */
  blur,
  blurIn: blur.nullable(),
  /** Radial blur at the peak, in parts of the way to the aim. */
  radial: ratio,
  radialIn: ratio.nullable(),
  /** White and black that is mixed in at the peak. */
  flash: ratio,
  flashIn: ratio.nullable(),
  dip: ratio,
  dipIn: ratio.nullable(),
  ...look,
  /** Sides that hold their last picture where their file ends. */
  hold: z.object({ out: z.boolean(), in: z.boolean() }),
  /** Keys of an own move; of none for the others. */
  keys: z.array(JoinKeySchema).max(5000).readonly(),
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
  way: degrees.optional(),
  /** Whether it is left out for now. */
  off: z.boolean().optional(),
});
export type Join = z.output<typeof JoinSchema>;
