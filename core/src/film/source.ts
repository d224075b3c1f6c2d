import type { Clip, Plan, Shot } from '../plan/index.ts';
import {
  ceil,
  divide,
  floor,
  multiply,
  rational,
  sourceFrames,
  type FrameRate,
  type Rational,
  type SourceFrames,
  type GivenFrames,
  type ShotIndex,
} from '../time/index.ts';

/** As it was filmed. */
export const NORMAL_SPEED: Rational = rational(1);

/** The speed at which a shot shows its clip, 1 for as it was filmed. */
export const speedOf = ({ speed }: Pick<Shot, 'speed'>): Rational => speed ?? NORMAL_SPEED;

/** Source frames from one frame of the film to the next: speed·sourceRate/planRate, exact. */
export const strideOf = (
  sourceRate: FrameRate,
  planRate: FrameRate,
  speed: Rational = NORMAL_SPEED,
): Rational => divide(multiply(speed, sourceRate), planRate);

/**
 * Source frame shown `k` plan frames into a shot that goes `stride` source frames in each from
 * `sourceIn` on: in + ⌊k·stride⌋, exact. Backwards each frame is gone through from its end, so that
 * it is in + ⌈k·stride⌉.
 */
export const sourceFrameAt = (
  k: GivenFrames,
  sourceIn: SourceFrames,
  stride: Rational,
): SourceFrames => {
  const gone = multiply(rational(k), stride);
  return sourceFrames(sourceIn + (stride.num < 0 ? ceil(gone) : floor(gone)));
};

/**
 * Source frames that a shot of `length` plan frames reaches over at a constant speed:
 * ⌊(length − 1)·speed·sourceRate/planRate⌋ + 1.
 */
export const sourceFramesUsed = (
  length: GivenFrames,
  sourceRate: FrameRate,
  planRate: FrameRate,
  speed: Rational = NORMAL_SPEED,
): SourceFrames =>
  sourceFrames(
    sourceFrameAt(length - 1, sourceFrames(0), strideOf(sourceRate, planRate, speed)) + 1,
  );

/**
 * The slowest speed at which a clip shows a new frame on each plan frame: planRate/sourceRate, 1/5
 * for 120 fps in a film of
 * 24. Below it frames repeat.
 */
export const slowestCleanSpeed = (sourceRate: FrameRate, planRate: FrameRate): Rational =>
  divide(planRate, sourceRate);

/** Index-wise end of each shot: the next one's start, or the length of the film. */
export const shotEnd = (
  score: { shots: readonly Shot[]; length: number },
  index: ShotIndex,
): number => score.shots[index + 1]?.start ?? score.length;

/** The clip of a shot, or undefined while none is chosen. */
export const clipOf = (plan: Pick<Plan, 'clips'>, shot: Shot): Clip | undefined =>
  plan.clips.find((clip) => clip.id === shot.clip);
