import { z } from 'zod';
import { whole } from './fields.ts';
import { EasingSchema } from './ramp-schema.ts';
import { SpanSchema } from './span-schema.ts';

/**
 * What the keys of a motion are set on, each with its least and its most and the value at rest.
 * Scale, contrast and saturation in parts of what is there; shift in widths and heights of the
 * frame; turns in degrees, clockwise and in depth about an edge; blur in pixels of the film; radial
 * blur in parts of the way to the aim; flash to white and dip to black in parts; exposure in stops.
 */
export const PARAMETER_RANGES = {
  scale: { rest: 1, least: 0, most: 100 },
  x: { rest: 0, least: -100, most: 100 },
  y: { rest: 0, least: -100, most: 100 },
  rotation: { rest: 0, least: -10_000, most: 10_000 },
  depth: { rest: 0, least: -90, most: 90 },
  opacity: { rest: 1, least: 0, most: 1 },
  blur: { rest: 0, least: 0, most: 10_000 },
  radial: { rest: 0, least: 0, most: 1 },
  flash: { rest: 0, least: 0, most: 1 },
  dip: { rest: 0, least: 0, most: 1 },
  exposure: { rest: 0, least: -10, most: 10 },
  contrast: { rest: 1, least: 0, most: 4 },
  saturation: { rest: 1, least: 0, most: 4 },
} as const;

export type Parameter = keyof typeof PARAMETER_RANGES;
export const PARAMETERS = Object.keys(PARAMETER_RANGES) as readonly Parameter[];

/** What is seen where a picture does not reach. */
export const FILLS = ['none', 'mirror', 'extend'] as const;
export type Fill = (typeof FILLS)[number];

/**
 * How the edges of a picture are hidden by enlarging it: not, as far as each frame needs, or by the
 * same scale on all frames.
 */
export const COVERS = ['no', 'each', 'whole'] as const;
export type Cover = (typeof COVERS)[number];

/** What a picture turns about: its aim, or in depth about one of its edges. */
export const HINGES = ['aim', 'left', 'right', 'top', 'bottom'] as const;
export type Hinge = (typeof HINGES)[number];

export const ratio = z.number().min(0).max(1);

/** A direction on the screen in degrees: to the right, and clockwise from there. */
export const degrees = z.number().min(-360).max(360);

/** A point of the frame in widths and heights from the top left. */
export const AimSchema = z.object({ x: ratio, y: ratio });

/**
 * Where a key lies in a section of its motion: at a part of the way from the end of the section
 * that is next to the peak to its far end, so that it goes along when the section is resized; or a
 * length from one of those ends, where it stays.
 */
export const placeSchema = <Section extends string>(sections: readonly [Section, ...Section[]]) =>
  z.discriminatedUnion('by', [
    z.object({
      by: z.literal('part'),
      of: z.enum(sections),
      part: z.object({ num: whole.min(0).max(1e6), den: whole.min(1).max(1e6) }),
    }),
    z.object({
      by: z.literal('length'),
      of: z.enum(sections),
      from: z.enum(['near', 'far']),
      length: SpanSchema,
    }),
  ]);

/** What every key says beside where it lies. */
export const keyValue = {
  of: z.enum(PARAMETERS as readonly [Parameter, ...Parameter[]]),
  value: z.number().min(-10_000).max(10_000),
  /** How the value goes over to that of the next key. */
  ease: EasingSchema,
};

/** What every motion has besides its keys. */
export const look = {
  /** The point that a zoom goes into, a turn goes about and a radial blur points to. */
  aim: AimSchema,
  /** What a turn goes about. */
  about: z.enum(HINGES),
  /** The direction of a blur; null along the way of the picture. */
  blurAlong: degrees.nullable(),
  /** Degrees of the shutter by which movement is blurred; 0 for none. */
  shutter: z.number().min(0).max(360),
  fill: z.enum(FILLS),
  cover: z.enum(COVERS),
};
