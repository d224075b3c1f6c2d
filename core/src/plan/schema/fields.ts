import { z } from 'zod';
import type { Frames, Samples, SourceFrames } from '../../time/index.ts';

/** Longest length or start of a film: a day of timecode at 1000 frames a second. */
const MOST_FRAMES = 86_400_000;

/** A whole number that is exact. */
export const whole = z.number().int().refine(Number.isSafeInteger, 'must be a whole number');
/** A count of frames, up to the longest film. */
export const count = whole.min(0).max(MOST_FRAMES);

/**
 * The same check with the unit in its type: units exist only while compiling, so JSON stays plain
 * numbers.
 */
export const withUnit = <T extends number>(schema: z.ZodType<number, number>): z.ZodType<T, T> =>
  schema as unknown as z.ZodType<T, T>;
/**
 * The fields of the schema that count frames of the film. Each follows a change of the plan's rate
 * by a rule of its own; see `RATE_RULES`.
 */
export const FRAME_FIELDS = z.registry<{ readonly unit: 'frames' }>();

/** Notes that a number counts frames of the film. */
export function countsFrames<T extends z.ZodType>(schema: T): T {
  FRAME_FIELDS.add(schema, { unit: 'frames' });
  return schema;
}

/** Frames of a plan, at least so many. */
export const framesFrom = (least: number) => withUnit<Frames>(countsFrames(count.min(least)));
/** Frames after or before an instant of the film, as far as `most` either way. */
export const framesBeside = (most: number) => countsFrames(whole.min(-most).max(most));
/** Frames of a clip, at least so many. */
export const sourceFramesFrom = (least: number) => withUnit<SourceFrames>(count.min(least));
/** Samples of a sound. */
export const samplesFrom0 = withUnit<Samples>(whole.min(0));

/** A rate of 1 to 1000 frames a second as a fraction of whole numbers. */
export const RateSchema = z
  .object({ num: whole.min(1), den: whole.min(1) })
  .refine(
    ({ num, den }) => num >= den && num <= 1000 * den,
    'A frame rate lies between 1 and 1000 frames a second.',
  );

/**
 * A constant speed between a hundredth and a hundred times normal, as a fraction of whole numbers.
 */
export const SpeedSchema = z
  .object({ num: whole.min(1).max(1e6), den: whole.min(1).max(1e6) })
  .refine(
    ({ num, den }) => num <= 100 * den && den <= 100 * num,
    'A speed lies between 1 and 10000 per cent.',
  );

/** Width and height in pixels. */
export const SizeSchema = z.object({
  width: whole.min(1).max(32768),
  height: whole.min(1).max(32768),
});

/** The content hash (SHA-256, hexadecimal) by which a media file is stored. */
export const MediaIdSchema = z
  .string()
  .regex(/^[0-9a-f]{64}$/, 'must be a SHA-256 hash in hexadecimal');

/** A length as typed, such as “2 beats”. */
export const lengthText = z.string().trim().min(1).max(40);

/** How much louder or softer something is, in decibels. */
export const GainSchema = z.number().min(-90).max(24);
