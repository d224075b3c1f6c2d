import { z } from 'zod';
import { AimSchema } from './motion-schema.ts';

/** How a picture of another shape than the film lies in it. */
export const FRAMINGS = ['fill', 'fit', 'place'] as const;

/**
 * How a picture lies in the film: it fills the frame, it is fitted into it, or it is placed at a
 * scale of its own, of which 1 fills.
 */
export const FramingSchema = z.object({
  how: z.enum(FRAMINGS),
  /** The point of the picture that is kept as near to the middle of the film as can be. */
  keep: AimSchema,
  scale: z.number().min(0.05).max(20),
});
export type Framing = z.output<typeof FramingSchema>;

/** Filling about the middle. */
export const USUAL_FRAMING: Framing = { how: 'fill', keep: { x: 0.5, y: 0.5 }, scale: 1 };
