import { z } from 'zod';
import { framesBeside, framesFrom, samplesFrom0, sourceFramesFrom } from './fields.ts';

const id = z.string().min(1).max(64);
const by = framesBeside(100_000);

const places = [
  /** Frames after the cut at the start of a shot, before it when negative. */
  z.object({ on: z.literal('cut'), shot: id, by }),
  z.object({ on: z.literal('sound'), sound: id, at: samplesFrom0 }),
  /** Where a shot first shows a source frame, or one after it. */
  z.object({ on: z.literal('moment'), shot: id, at: sourceFramesFrom(0) }),
  z.object({
    on: z.literal('frame'),
    frame: framesFrom(0),
    /** Whether what it was tied to there is gone. */
    loose: z.literal(true).optional(),
  }),
] as const;

/**
 * An instant of the film that moves with what it is tied to: a cut, a sample of a sound, a source
 * frame of a shot, or a frame of the film.
 */
export const PlaceAnchorSchema = z.discriminatedUnion('on', places);
export type PlaceAnchor = z.output<typeof PlaceAnchorSchema>;

/** The same, or an instant so many frames after what a phrase lands on. */
export const AnchorSchema = z.discriminatedUnion('on', [
  ...places,
  z.object({ on: z.literal('phrase'), phrase: id, by }),
]);
export type Anchor = z.output<typeof AnchorSchema>;
