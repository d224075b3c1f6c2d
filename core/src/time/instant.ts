import type { FrameRate } from './rate.ts';
import {
  ceil,
  divide,
  floor,
  multiply,
  rational,
  round,
  subtract,
  toNumber,
  type Rational,
} from './rational.ts';
import { frames, type Frames, type Samples } from './units.ts';

/** An exact time in seconds. */
export type Instant = Rational;

/** The instant of sample `at` of a sound at `sampleRate` Hz. */
export const instantOfSample = (at: Samples, sampleRate: number): Instant =>
  rational(at, sampleRate);

/** The instant at which frame f starts to be shown: f·den/num seconds. */
export const instantOfFrame = (frame: number, rate: FrameRate): Instant =>
  divide(rational(frame), rate);

/** The nearest frame boundary to an instant, halves up: round(t·num/den), exact. */
export const nearestFrame = (at: Instant, rate: FrameRate): Frames =>
  frames(round(multiply(at, rate)));

/** The frame on screen at an instant: floor(t·num/den), exact. */
export const frameShownAt = (at: Instant, rate: FrameRate): Frames =>
  frames(floor(multiply(at, rate)));

/** The first frame boundary not before an instant, for exclusive ends and needed media. */
export const frameCovering = (at: Instant, rate: FrameRate): Frames =>
  frames(ceil(multiply(at, rate)));

/** Samples in one frame, as an exact fraction: sampleRate·den/num. */
export const samplesPerFrame = (rate: FrameRate, sampleRate: number): Rational =>
  divide(rational(sampleRate), rate);

/**
 * How far a boundary lies from an instant, in frames and milliseconds; positive when the boundary
 * is late.
 */
export interface Offset {
  readonly frames: Rational;
  readonly milliseconds: number;
}

/** The offset `boundary − cue` of frame boundary `boundary` from the instant `cue`. */
export function offsetFrom(boundary: number, cue: Instant, rate: FrameRate): Offset {
  const late = subtract(instantOfFrame(boundary, rate), cue);
  return { frames: multiply(late, rate), milliseconds: toNumber(late) * 1000 };
}
