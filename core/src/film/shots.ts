import { framedIn, sameShape, type Framed } from '../motion/index.ts';
import {
  USUAL_FRAMING,
  type Clip,
  type Plan,
  type Ramp,
  type Score,
  type Shot,
  type Size,
} from '../plan/index.ts';
import {
  frames,
  sourceFrames,
  type Frames,
  type Rational,
  type SourceFrames,
} from '../time/index.ts';
import { landingOf, type Cue, type Landing } from './cues.ts';
import { remembered } from './remembered.ts';
import { rampOf, shotTime, type Reach, type ShotTime } from './shot-time.ts';
import { shotEnd, speedOf } from './source.ts';

/** A shot with everything that follows from the plan. */
export interface ShotFacts {
  /** From 0. The cut before shot i is cut i; shot 0 has none. */
  readonly index: number;
  readonly shot: Shot;
  readonly clip: Clip | null;
  /** The speeds that change, its own or those of its group; null where the speed is constant. */
  readonly ramp: Ramp | null;
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
  /** How its picture lies in the film; null where it has the film's shape, or without a clip. */
  readonly framed: Framed | null;
  /** Where the cut into this shot falls; null for the first shot and without cues. */
  readonly landing: Landing | null;
}

/** How the picture of a shot lies in the film; null where it has its shape. */
const framedOf = (shot: Shot, clip: Clip | null, size: Size): Framed | null =>
  clip && !sameShape(clip.size, size)
    ? framedIn(clip.size, size, shot.framing ?? clip.framing ?? USUAL_FRAMING)
    : null;

const keptShots = remembered<Score, readonly ShotFacts[]>();
const keptFacts = remembered<Shot, ShotFacts>();

/**
 * The facts of every shot of a plan whose cues are given; empty while there is no score. A shot
 * keeps its facts from the version before where nothing that they depend on has changed.
 */
export function shotFactsOf(plan: Plan, cues: readonly Cue[]): readonly ShotFacts[] {
  const { score, rate, lead, ramps } = plan;
  if (!score) return [];
  return keptShots(score, [plan.clips, ramps, rate, lead, cues, plan.size], () => {
    const clips = new Map(plan.clips.map((c) => [c.id, c]));
    return score.shots.map((shot, index) => {
      const clip = (shot.clip !== null && clips.get(shot.clip)) || null;
      const end = frames(shotEnd(score, index));
      const ramp = rampOf(plan, shot);
      return keptFacts(shot, [index, end, clip, ramp, rate, lead, cues, plan.size], () => {
        const length = frames(end - shot.start);
        const time = clip && shotTime(plan, shot, clip, length);
        const used = time && time.reach(0, length);
        return {
          index,
          shot,
          clip,
          ramp,
          start: shot.start,
          end,
          length,
          sourceIn: shot.sourceIn,
          speed: speedOf(shot),
          time,
          used,
          sourceOut: sourceFrames(used ? used.highest + 1 : shot.sourceIn),
          framed: framedOf(shot, clip, plan.size),
          landing: index === 0 ? null : landingOf(shot.start, cues, plan),
        };
      });
    });
  });
}
