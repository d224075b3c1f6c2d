import type { Size } from '../plan/index.ts';
import { divide, multiply, rational, type FrameRate, type Rational } from '../time/index.ts';

/** Exposure of a shutter angle in seconds: angle/(360·rate); exact. `angle` in degrees. */
export const exposureOf = (angle: Rational, rate: FrameRate): Rational =>
  divide(angle, multiply(rational(360), rate));

/** The shutter angle of an exposure in seconds: 360·exposure·rate; exact. */
export const angleOf = (exposure: Rational, rate: FrameRate): Rational =>
  multiply(rational(360), multiply(exposure, rate));

/**
 * The shutter angle that footage has in the film: its exposure against the time that passes in it
 * from frame to frame.
 */
export const effectiveAngle = (
  exposure: Rational,
  planRate: FrameRate,
  speed: Rational,
): Rational => divide(multiply(rational(360), exposure), divide(speed, planRate));

/**
 * Pixels of the source to a pixel of the film at a scale, of a picture that fills the frame; below
 * 1 it is soft.
 */
export const softnessAt = (source: Size, film: Size, scale: number): number =>
  Math.min(source.width / film.width, source.height / film.height) / scale;
