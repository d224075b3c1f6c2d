import type { Clip, Plan, Shot } from '../plan/index.ts';
import {
  frames,
  sourceFrames,
  type Frames,
  type Rational,
  type SourceFrames,
} from '../time/index.ts';
import { cuesOf, landingOf, type Landing } from './cues.ts';
import { shotTime, type Reach, type ShotTime } from './shot-time.ts';
import { shotEnd, speedOf } from './source.ts';

/** A shot with everything that follows from the plan. */
export interface ShotFacts {
  /** From 0. The cut before shot i is cut i; shot 0 has none. */
  readonly index: number;
  readonly shot: Shot;
  readonly clip: Clip | null;
  readonly start: Frames;
  /** First frame after the shot. */
  readonly end: Frames;
  readonly length: Frames;
  readonly sourceIn: SourceFrames;
  /** The constant speed; as it was filmed where there is a ramp. */
  readonly speed: Rational;
  /** Which source frame is shown when; null without a clip. */
  readonly time: ShotTime | null;
  /** Lowest and highest source frame shown; null without a clip. */
  readonly used: Reach | null;
  /** First source frame after the last one shown. */
  readonly sourceOut: SourceFrames;
  /** Where the cut into this shot falls; null for the first shot and without cues. */
  readonly landing: Landing | null;
}

/** Computes the facts of every shot of a plan; empty while there is no score. */
export function shotFacts(plan: Plan): ShotFacts[] {
  const { score, rate } = plan;
  if (!score) return [];
  const cues = cuesOf(plan);
  const clips = new Map(plan.clips.map((c) => [c.id, c]));
  return score.shots.map((shot, index) => {
    const clip = (shot.clip !== null && clips.get(shot.clip)) || null;
    const end = frames(shotEnd(score, index));
    const length = frames(end - shot.start);
    const time = clip && shotTime(plan, shot, clip, rate, length);
    const used = time && time.reach(0, length);
    return {
      index,
      shot,
      clip,
      start: shot.start,
      end,
      length,
      sourceIn: shot.sourceIn,
      speed: speedOf(shot),
      time,
      used,
      sourceOut: sourceFrames(used ? used.highest + 1 : shot.sourceIn),
      landing: index === 0 ? null : landingOf(shot.start, cues, plan),
    };
  });
}
