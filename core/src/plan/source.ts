import {
  divide,
  floor,
  multiply,
  rational,
  sourceFrames,
  type FrameRate,
  type Rational,
  type SourceFrames,
} from '../time/index.ts';
import type { Clip } from './clip-schema.ts';
import type { Plan, Shot } from './schema.ts';

/**
 * Source frame shown `k` plan frames into a shot that plays at normal speed from `sourceIn`:
 * in + ⌊k·sourceRate/planRate⌋, exact.
 */
export const sourceFrameAt = (
  k: number,
  sourceIn: SourceFrames,
  sourceRate: FrameRate,
  planRate: FrameRate,
): SourceFrames => sourceFrames(sourceIn + floor(multiply(rational(k), divide(sourceRate, planRate))));

/** Source frames that a shot of `length` plan frames reaches over at normal speed: ⌊(length − 1)·sourceRate/planRate⌋ + 1. */
export const sourceFramesUsed = (length: number, sourceRate: FrameRate, planRate: FrameRate): SourceFrames =>
  sourceFrames(sourceFrameAt(length - 1, sourceFrames(0), sourceRate, planRate) + 1);

/**
 * The slowest speed at which a clip shows a new frame on each plan frame: planRate/sourceRate, 1/5 for 120 fps in a film of
 * 24. Below it frames repeat.
 */
export const slowestCleanSpeed = (sourceRate: FrameRate, planRate: FrameRate): Rational => divide(planRate, sourceRate);

/** Index-wise end of each shot: the next one's start, or the length of the film. */
export const shotEnd = (score: { shots: readonly Shot[]; length: number }, index: number): number =>
  score.shots[index + 1]?.start ?? score.length;

/** The clip of a shot, or undefined while none is chosen. */
export const clipOf = (plan: Pick<Plan, 'clips'>, shot: Shot): Clip | undefined =>
  plan.clips.find((clip) => clip.id === shot.clip);
