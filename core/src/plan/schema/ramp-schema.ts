import { z } from 'zod';
import { parseEasing } from '../../curves/index.ts';
import { whole, framesBeside } from './fields.ts';

/** An easing in the syntax of W3C CSS Easing Functions. */
export const EasingSchema = z
  .string()
  .max(2000)
  .refine((text) => {
    try {
      return Boolean(parseEasing(text));
    } catch {
      return false;
    }
  }, 'is not an easing such as ease-in-out or cubic-bezier(0.4, 0, 0.6, 1).');

/** A speed of a ramp: up to a hundred times normal, 0 for a held picture, negative backwards. */
export const RampSpeedSchema = z
  .object({ num: whole.min(-1e6).max(1e6), den: whole.min(1).max(1e6) })
  .refine(
    ({ num, den }) => Math.abs(num) <= 100 * den,
    'A speed lies between −10000 and 10000 per cent.',
  );

/**
 * A speed at an instant of a shot. It is counted from the start of the shot or from its end, so
 * that a crest on a cut stays there when the cut moves.
 */
export const RampKeySchema = z.object({
  from: z.enum(['start', 'end']),
  /** Frames of the film after that, before it when negative. */
  at: framesBeside(100_000),
  speed: RampSpeedSchema,
  /** How the speed goes over to that of the next key. */
  ease: EasingSchema,
});

export const RampSchema = z.array(RampKeySchema).min(1).max(200).readonly();

/** A ramp that several shots follow. */
export const RampGroupSchema = z.object({
  id: z.string().min(1).max(64),
  name: z.string().trim().min(1, 'A ramp needs a name.').max(80),
  keys: RampSchema,
});

export type RampKey = z.output<typeof RampKeySchema>;
export type Ramp = z.output<typeof RampSchema>;
