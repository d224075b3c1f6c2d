import { z } from 'zod';
import { GainSchema, samplesFrom0 } from './fields.ts';

/** A level of a sound at a sample of its file, in decibels beside its own; evenly in between. */
export const LevelKeySchema = z.object({ at: samplesFrom0, level: GainSchema });
export type LevelKey = z.output<typeof LevelKeySchema>;

/** Samples of a file that are not heard, from the first up to the last. */
export const MuteSchema = z
  .object({ from: samplesFrom0, to: samplesFrom0 })
  .refine(({ from, to }) => from < to, 'A muted stretch must start before it ends.');
export type Mute = z.output<typeof MuteSchema>;

const lasting = z.number().min(0).max(10);

/** How the music goes down under speech. */
export const DuckingSchema = z.object({
  /** Decibels by which it goes down. */
  depth: z.number().min(0).max(60),
  /** Seconds over which it goes down before the first word, waits after the last and comes back. */
  attack: lasting,
  hold: lasting,
  release: lasting,
  /** Whether speech counts that is in voice files, and in clips that are heard. */
  voices: z.boolean(),
  clips: z.boolean(),
});
export type Ducking = z.output<typeof DuckingSchema>;

/**
 * What is usual: plainly under the words, there before them, back without hurry; common practice,
 * no source.
 */
export const USUAL_DUCKING: Ducking = {
  ...{ depth: 10, attack: 0.25, hold: 0.3, release: 0.6 },
  ...{ voices: true, clips: true },
};

/** How loud the whole film is to be, in LUFS, and how high its true peak at most, in dB. */
export const LoudnessAimSchema = z.object({
  loudness: z.number().min(-60).max(0),
  truePeak: z.number().min(-20).max(0),
});
export type LoudnessAim = z.output<typeof LoudnessAimSchema>;
