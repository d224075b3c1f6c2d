import { z } from 'zod';
import {
  framesFrom,
  GainSchema,
  MediaIdSchema,
  RateSchema,
  samplesFrom0,
  whole,
} from './fields.ts';
import { FoundSchema } from './sound-schema.ts';

/** What of a clip's sound was heard that cues are made of. */
const HeardSchema = FoundSchema.pick({ hits: true, words: true, pauses: true, loudness: true });

/** The sound that the file of a clip carries, kept beside the plan as a copy of its own. */
export const ClipSoundSchema = z.object({
  media: MediaIdSchema,
  /** The outline for drawing. */
  outline: MediaIdSchema.nullable(),
  sampleRate: whole.min(8000).max(384_000),
  channels: whole.min(1).max(64),
  /** Samples of the copy. */
  length: samplesFrom0,
  /**
   * Sample that is heard where source frame 0 begins: below 0 where the sound begins later than the
   * pictures.
   */
  start: whole,
  /** Pictures a second as the file has them, by which its frames lie beside its samples. */
  rate: RateSchema,
  /** Sound tracks in the file. */
  tracks: whole.min(1).max(1000),
  /** Which of them this is, from 0 on; the main one that can be decoded when left out. */
  track: whole.min(0).max(999).optional(),
  heard: HeardSchema,
});
export type ClipSound = z.output<typeof ClipSoundSchema>;

/** Whether the shots of a clip are heard unless they say otherwise, and how loud. */
export const SoundRuleSchema = z.object({ on: z.boolean(), gain: GainSchema });
export type SoundRule = z.output<typeof SoundRuleSchema>;

/** What the pitch of a sound does at another speed. */
export const PITCHES = ['follows', 'stays'] as const;
export type Pitch = (typeof PITCHES)[number];

/** How a shot's own sound is heard; what is left out is as usual. */
export const ShotSoundSchema = z.object({
  /** As its clip says when left out. */
  on: z.boolean().optional(),
  /** Decibels beside what its clip says. */
  gain: GainSchema.optional(),
  /** Frames of the film over which it comes and goes; over the cut by a little when left out. */
  fadeIn: framesFrom(0).optional(),
  fadeOut: framesFrom(0).optional(),
  /** Frames that it is heard before its picture comes and after it has gone: split edits. */
  lead: framesFrom(0).optional(),
  lag: framesFrom(0).optional(),
  pitch: z.enum(PITCHES).optional(),
});
export type ShotSound = z.output<typeof ShotSoundSchema>;

/** Where the sound of a clip lies in a song that was played while it was filmed. */
export const LinedUpSchema = z.object({
  /** The file of the song. */
  media: MediaIdSchema,
  /** Samples of the song's file before the first of the clip's sound; negative after it. */
  offset: whole,
});
export type ClipLineUp = z.output<typeof LinedUpSchema>;
