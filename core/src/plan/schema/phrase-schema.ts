import { z } from 'zod';
import { PlaceAnchorSchema } from './anchor-schema.ts';
import { whole } from './fields.ts';
import { keyValue, look, PARAMETER_RANGES, placeSchema } from './motion-schema.ts';
import { EasingSchema } from './ramp-schema.ts';
import { SpanSchema } from './span-schema.ts';

/** What a phrase is to begin with. */
export const PHRASE_KINDS = [
  'punch-in',
  'pulse',
  'push',
  'shake',
  'flash',
  'dip',
  'turn',
  'look',
  'own',
] as const;
export type PhraseKind = (typeof PHRASE_KINDS)[number];

/** The sections of a phrase. */
export const PHRASE_SECTIONS = ['in', 'hold', 'out'] as const;
export type PhraseSection = (typeof PHRASE_SECTIONS)[number];

/** A key that the person set in a phrase. */
export const PhraseKeySchema = z.object({ at: placeSchema(PHRASE_SECTIONS), ...keyValue });
export type PhraseKey = z.output<typeof PhraseKeySchema>;

const within = (of: keyof typeof PARAMETER_RANGES) =>
  z.number().min(PARAMETER_RANGES[of].least).max(PARAMETER_RANGES[of].most);

/** A shake, from which keys of shift and turn are made. */
export const ShakeSchema = z.object({
  /** The farthest that it goes, in widths of the frame, and that it turns, in degrees. */
  reach: z.number().min(0).max(1),
  turn: z.number().min(0).max(90),
  /** How often it goes there and back, in a second or in a beat. */
  often: z.object({ num: whole.min(1).max(1e4), den: whole.min(1).max(1e4) }),
  per: z.enum(['second', 'beat']),
  /** Part of it that is left after a second; 1 where it does not decay. */
  left: z.number().min(0).max(1),
  /** Another number makes another shake. */
  seed: whole.min(0).max(1e9),
});
export type Shake = z.output<typeof ShakeSchema>;

/** All of a phrase that can be set. Values are those of its hold. */
export const PhraseSettingsSchema = z.object({
  kind: z.enum(PHRASE_KINDS),
  /** Its way in, its hold and its way out; one of them fills what is left where it has an end. */
  in: SpanSchema,
  hold: SpanSchema,
  out: SpanSchema,
  fills: z.enum(PHRASE_SECTIONS),
  /** Whether it begins on its anchor, or is in its hold there. */
  lands: z.enum(['start', 'peak']),
  scale: within('scale'),
  x: within('x'),
  y: within('y'),
  rotation: within('rotation'),
  depth: within('depth'),
  blur: within('blur'),
  /** Radial blur in the middle of the ways in and out. */
  radial: within('radial'),
  flash: within('flash'),
  dip: within('dip'),
  exposure: within('exposure'),
  contrast: within('contrast'),
  saturation: within('saturation'),
  shake: ShakeSchema.nullable(),
  easeIn: EasingSchema,
  easeOut: EasingSchema,
  ...look,
  /** Keys of a phrase of own keys; of none for the others. */
  keys: z.array(PhraseKeySchema).max(5000).readonly(),
});
export type PhraseSettings = z.output<typeof PhraseSettingsSchema>;

/** A motion over a range of the film, above whatever shots and joins lie under it. */
export const PhraseSchema = z.object({
  id: z.string().min(1).max(64),
  /** The recipe that it follows. */
  recipe: z.string().min(1).max(64).optional(),
  at: PlaceAnchorSchema,
  /** What it ends on; null where its length is that of its sections. */
  to: PlaceAnchorSchema.nullable(),
  /** What differs from the recipe, or from what is usual for its kind. */
  set: PhraseSettingsSchema.partial(),
  /** The act with which it was put, together with others. */
  run: z.string().min(1).max(64).optional(),
  /** Whether it is left out for now. */
  off: z.boolean().optional(),
});
export type Phrase = z.output<typeof PhraseSchema>;
