import { z } from 'zod';
import { countsFrames, RateSchema, whole } from './fields.ts';

/**
 * A length as it was given: in frames of a rate, which at another rate keep their time or their
 * number; in seconds; in beats.
 */
export const SpanSchema = z.discriminatedUnion('unit', [
  z.object({
    unit: z.literal('frames'),
    n: countsFrames(whole.min(0).max(100_000)),
    at: RateSchema,
    keep: z.enum(['time', 'frames']),
  }),
  z.object({
    unit: z.enum(['seconds', 'beats']),
    n: z.object({ num: whole.min(0).max(1e9), den: whole.min(1).max(1e6) }),
  }),
]);
export type Span = z.output<typeof SpanSchema>;
