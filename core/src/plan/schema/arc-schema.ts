import { z } from 'zod';
import { framesFrom, lengthText, samplesFrom0, whole } from './fields.ts';

const common = {
  /** Where it begins: a sample of a sound, with which it moves, or a frame of the film. */
  from: z.discriminatedUnion('on', [
    z.object({ on: z.literal('sound'), sound: z.string().min(1).max(64), at: samplesFrom0 }),
    z.object({ on: z.literal('frame'), frame: framesFrom(0) }),
  ]),
  pace: lengthText,
  /** Limits of shots that start in it; null for those of the film. */
  shortest: framesFrom(1).nullable().default(null),
  longest: framesFrom(1).nullable().default(null),
  /** The clips whose shots may start in it; any where there is none. */
  clips: z.array(z.string().max(64)).max(5000).readonly().default([]),
};

/** What is wanted of a stretch of the film: how long its shots are, and of which clips. */
export const ArcSchema = z.discriminatedUnion('shape', [
  z.object({ ...common, shape: z.literal('hold') }),
  /** From its pace to another at its end, evenly, or mostly at its end or start. */
  z.object({
    ...common,
    shape: z.literal('build'),
    to: lengthText,
    ease: z.enum(['even', 'late', 'early']).default('even'),
  }),
  /** To another pace in its middle and back. */
  z.object({ ...common, shape: z.literal('breathe'), to: lengthText }),
  /** To another pace and back every so many bars. */
  z.object({ ...common, shape: z.literal('waves'), to: lengthText, bars: whole.min(1).max(256) }),
]);
export type Arc = z.output<typeof ArcSchema>;
