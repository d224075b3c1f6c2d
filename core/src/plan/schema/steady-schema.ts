import { z } from 'zod';
import { sourceFramesFrom } from './fields.ts';

/** What one frame of a clip needs so that its camera's shake is gone. */
const SteadyMoveSchema = z.object({
  /** Widths and heights of the picture, to the right and down. */
  x: z.number().min(-0.5).max(0.5),
  y: z.number().min(-0.5).max(0.5),
  /** Degrees clockwise about its middle. */
  rotation: z.number().min(-45).max(45),
  /** Growth about its middle, 1 for none. */
  scale: z.number().min(0.5).max(2),
});

/**
 * The shake of a clip taken away in one shot: what each source frame needs, the first of them at
 * `first`. Beyond its ends the nearest holds.
 */
export const SteadySchema = z.object({
  /** Over how many seconds of the clip the way of the camera is taken for meant. */
  seconds: z.number().min(0.1).max(10),
  first: sourceFramesFrom(0),
  moves: z.array(SteadyMoveSchema).min(1).max(20_000),
});

export type SteadyMove = z.output<typeof SteadyMoveSchema>;
export type Steady = z.output<typeof SteadySchema>;
