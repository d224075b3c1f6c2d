declare const unit: unique symbol;

/** A number that carries its unit in its type, so that two units cannot be mixed by mistake. */
type Unit<Name extends string> = number & { readonly [unit]: Name };

/** A count or index of frames at the plan's rate. */
export type Frames = Unit<'plan frames'>;
/** A count or index of frames at a clip's own rate. */
export type SourceFrames = Unit<'source frames'>;
/** A count or index of audio samples. */
export type Samples = Unit<'samples'>;
/** Seconds, possibly inexact; never used to decide a frame. */
export type Seconds = Unit<'seconds'>;
/** Beats in a minute, possibly inexact. */
export type BeatsPerMinute = Unit<'beats per minute'>;

/**
 * A number as it is given to a function: a plain one, since people and tests count and type, or one
 * of that unit; one of another unit may not stand for it.
 */
type Given<Name extends string> = number & { readonly [unit]?: Name };

/** A shot of the film, from 0. */
export type ShotIndex = Given<'shot'>;
/** A cut of the film, from 1: cut n is that before shot n. */
export type CutIndex = Given<'cut'>;
/** A count or index of frames at the plan's rate, not yet checked to be whole. */
export type GivenFrames = Given<'plan frames'>;
/** A count or index of frames at a clip's own rate, not yet checked to be whole. */
export type GivenSourceFrames = Given<'source frames'>;
/** A count or index of samples, not yet checked to be whole. */
export type GivenSamples = Given<'samples'>;
/** A time in seconds, from anywhere. */
export type GivenSeconds = Given<'seconds'>;

/** The shot that begins at a cut. */
export const shotAtCut = (cut: CutIndex): ShotIndex => cut as number;

/** Marks a number as plan frames. */
export const frames = (n: number): Frames => n as Frames;
/** Marks a number as source frames. */
export const sourceFrames = (n: number): SourceFrames => n as SourceFrames;
/** Marks a number as samples. */
export const samples = (n: number): Samples => n as Samples;
/** Marks a number as seconds. */
export const seconds = (n: number): Seconds => n as Seconds;
/** Marks a number as beats per minute. */
export const beatsPerMinute = (n: number): BeatsPerMinute => n as BeatsPerMinute;
