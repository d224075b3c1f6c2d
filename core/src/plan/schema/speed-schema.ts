import { z } from 'zod';

/**
 * What of a shot stays whatever its speeds become: its first source frame, its last, how long it
 * is, and the moments of its clip that are on cues. An edit of speeds that would break one that is
 * held is refused, with what else could give way.
 */
export const HOLDS = ['in', 'out', 'length', 'landed'] as const;
export type Hold = (typeof HOLDS)[number];

/** What is held of a shot of which nothing is said: its cuts are on the music. */
export const USUAL_HOLDS: readonly Hold[] = ['length'];

export const HoldsSchema = z.array(z.enum(HOLDS)).max(HOLDS.length).readonly();

/**
 * How the pictures between source frames are made: in slow parts, where a frame of the clip stands
 * for several of the film, it is repeated, blended with the next, or interpolated by the program
 * that finishes the film; in fast ones, where frames are skipped, those that an open shutter would
 * have seen may be blended.
 */
export const BetweenSchema = z.object({
  slow: z.enum(['repeat', 'blend', 'interpolate']),
  fast: z.enum(['skip', 'blend']),
  /** How long the shutter is open in fast parts, in degrees of a frame of the film. */
  shutter: z.number().min(1).max(360),
});
export type Between = z.output<typeof BetweenSchema>;

/** Frames as they are; 180° is the natural shutter (common practice). */
export const USUAL_BETWEEN: Between = { slow: 'repeat', fast: 'skip', shutter: 180 };
