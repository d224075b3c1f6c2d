import { z } from 'zod';
import { framesFrom, sourceFramesFrom, SpeedSchema } from './fields.ts';
import { FramingSchema } from './framing-schema.ts';
import { JoinSchema } from './join-schema.ts';
import { ShotSoundSchema } from './own-sound-schema.ts';
import { RampSchema } from './ramp-schema.ts';
import { BetweenSchema, HoldsSchema } from './speed-schema.ts';
import { SteadySchema } from './steady-schema.ts';

/** A clip's use from its start up to the next shot's start, or the end of the film. */
export const ShotSchema = z.object({
  id: z.string().min(1).max(64),
  start: framesFrom(0),
  /** The clip shown, or null while none is chosen. */
  clip: z.string().max(64).nullable(),
  /** First source frame shown. */
  sourceIn: sourceFramesFrom(0),
  /** How fast the clip is shown; left out when as it was filmed. */
  speed: SpeedSchema.optional(),
  /** Speeds that change, in place of a constant one. */
  ramp: RampSchema.optional(),
  /** The ramp of a group that it follows, in place of its own. */
  rampOf: z.string().min(1).max(64).optional(),
  /** How its picture lies in the film, when not as its clip does. */
  framing: FramingSchema.optional(),
  /** What takes the shake of its camera away. */
  steady: SteadySchema.optional(),
  /** How the pictures between its source frames are made, when not as they are. */
  between: BetweenSchema.optional(),
  /** How its own sound is heard, when not as its clip says. */
  sound: ShotSoundSchema.optional(),
  /** What of it stays whatever its speeds become; how long it is when left out. */
  holds: HoldsSchema.optional(),
  /** What happens at the cut at its start; a hard cut when left out. */
  join: JoinSchema.optional(),
  /**
   * The speeds on both sides of its cut that were matched by movement on screen, or were left on
   * purpose, so that they may differ.
   */
  matched: z.object({ out: z.number(), in: z.number() }).optional(),
  /** Whether the cut at its start stays when the film is laid out anew. */
  locked: z.boolean().optional(),
});

/** The shots in order, the first at frame 0, and the length of the whole. */
export const ScoreSchema = z
  .object({ shots: z.array(ShotSchema).min(1).max(20_000), length: framesFrom(1) })
  .refine(
    ({ shots, length }) =>
      shots[0]?.start === 0 && shots.every((s, i) => s.start < (shots[i + 1]?.start ?? length)),
    {
      message: 'Shots start at frame 0 and follow one another without overlap.',
      path: ['shots'],
    },
  );

export type Shot = z.output<typeof ShotSchema>;
export type Score = z.output<typeof ScoreSchema>;
