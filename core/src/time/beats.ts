import type { FrameRate } from './rate.ts';
import {
  divide,
  multiply,
  rational,
  round,
  subtract,
  toNumber,
  type Rational,
} from './rational.ts';

const SIXTY = rational(60);

/** Frames in one beat: 60·rate/BPM, exact for an exact tempo. */
export const framesPerBeat = (tempo: Rational, rate: FrameRate): Rational =>
  divide(multiply(SIXTY, rate), tempo);

/** The tempo in beats a minute at which a beat lasts a given number of frames: 60·rate/F. */
export const tempoOfBeat = (beatFrames: Rational, rate: FrameRate): Rational =>
  divide(multiply(SIXTY, rate), beatFrames);

/**
 * Exact position in frames of beat k (from 0), computed from the origin so that no error adds up.
 */
export const beatPosition = (k: number, tempo: Rational, rate: FrameRate): Rational =>
  multiply(rational(k), framesPerBeat(tempo, rate));

/** Nearest frame boundary to beat k (from 0), halves up. */
export const beatFrame = (k: number, tempo: Rational, rate: FrameRate): number =>
  round(beatPosition(k, tempo, rate));

/**
 * A film click “F-e”: F and e eighths of a frame to a beat (film-scoring convention, from memory).
 */
export interface Click {
  readonly frames: number;
  readonly eighths: number;
}

/** Frames per beat of a click: F + e/8. */
export const framesOfClick = (click: Click): Rational =>
  rational(click.frames * 8 + click.eighths, 8);

/** The click nearest in frames per beat to a tempo. */
export function nearestClick(tempo: Rational, rate: FrameRate): Click {
  const eighths = round(multiply(framesPerBeat(tempo, rate), rational(8)));
  return { frames: Math.floor(eighths / 8), eighths: eighths % 8 };
}

/** A tempo whose beats fall on whole frames (every beat, or every second one). */
export interface FrameLock {
  /** Frames per beat: whole, or a half when only every second beat is on a frame. */
  readonly beatFrames: Rational;
  readonly tempo: Rational;
  /** Change of playing speed that turns the given tempo into this one, in percent. */
  readonly varispeedPercent: number;
}

/**
 * The frame-locked tempi just below and just above a tempo, or the tempo itself when it is locked.
 * `every` 1 asks for whole frames on each beat, 2 allows halves.
 */
export function frameLocks(tempo: Rational, rate: FrameRate, every: 1 | 2 = 1): FrameLock[] {
  const steps = multiply(framesPerBeat(tempo, rate), rational(every));
  const nearest = [Math.floor(toNumber(steps)), Math.ceil(toNumber(steps))];
  return [...new Set(nearest)]
    .filter((n) => n > 0)
    .map((n) => {
      const beatFrames = rational(n, every);
      const locked = tempoOfBeat(beatFrames, rate);
      return {
        beatFrames,
        tempo: locked,
        varispeedPercent: toNumber(subtract(divide(locked, tempo), rational(1))) * 100,
      };
    });
}
