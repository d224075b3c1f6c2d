import type { Clip, Plan } from '../plan/index.ts';
import { lengthContext, shotEnd } from '../film/index.ts';
import {
  frames,
  type Frames,
  type Rational,
  type SourceFrames,
  type ShotIndex,
} from '../time/index.ts';
import { LANDING_WORTH, shotCues } from './optimise/shot-cues.ts';
import { showingsOf } from './optimise/showings.ts';
import { followingCost, repeatCost } from './optimise/neighbour-costs.ts';
import { seenAgainCost, startingRanges } from './optimise/seen-ranges.ts';
import { problemOf, usableClips, type MeasuredClip } from './problem-of.ts';

/** One way to fill a shot. */
export interface Choice {
  readonly clip: string;
  readonly sourceIn: SourceFrames;
  readonly speed: Rational;
  /** The moment that lands on a cue inside the shot, and the frame of the film it lands on. */
  readonly landed: { readonly moment: SourceFrames; readonly frame: Frames } | null;
  /** The moment that it begins with. */
  readonly begins: SourceFrames | null;
  /** Part of it in which the clip moves, 0–1; null when that is not known. */
  readonly moving: number | null;
  /** What it costs with its neighbours, of which less is better. */
  readonly cost: number;
}

/** Choices for one clip, at most. */
const MOST_OF_ONE = 6;

/**
 * The ways to fill shot `index` (from 0) as it lies, the best first: each clip that lasts, with
 * each of its moments on a cue inside the shot and at each of its allowed speeds. Empty when there
 * is no such shot.
 */
export function choicesFor(
  plan: Plan,
  index: ShotIndex,
  measuredOf: (clip: Clip) => MeasuredClip | null = () => null,
): Choice[] {
  const { score } = plan;
  const shot = score?.shots[index];
  if (!score || !shot) return [];
  const range = { from: shot.start, to: frames(shotEnd(score, index)) };
  const length = frames(range.to - range.from);
  // A pace in beats means nothing without a tempo. The shot lies as it lies, so its length does.
  const paced: Plan = lengthContext(plan).tempo
    ? plan
    : { ...plan, pace: `${length}f`, wishes: { ...plan.wishes, pacing: { kind: 'steady' } } };
  const { wishes } = paced;
  const problem = problemOf(paced, wishes, measuredOf, range);
  const clips = usableClips(plan, wishes);
  const { materials, shownBefore, shownAfter, weights, candidates } = problem;
  const cues = candidates
    .filter(({ frame }) => frame >= range.from && frame < range.to)
    .filter(({ frame, worth, lands }) => frame === range.from || (lands && worth >= LANDING_WORTH))
    .map(({ frame, worth, kind }) => ({
      after: frame - range.from,
      worth,
      drop: kind === 'drop',
    }));
  const seen = startingRanges(problem);
  return materials
    .flatMap((material, m) => {
      const previous = shownBefore.at(-1);
      const beside =
        (previous === undefined ? 0 : followingCost(problem, previous, m)) +
        (shownAfter === null ? 0 : followingCost(problem, m, shownAfter)) +
        (m === shownAfter ? weights.repeat : 0) +
        repeatCost(problem, shownBefore, m);
      const ways = material.speeds.flatMap((speed) =>
        showingsOf({ ...material, speeds: [speed] }, problem)
          .ways(length, shotCues(cues))
          .slice(0, Math.max(1, Math.floor(MOST_OF_ONE / material.speeds.length)))
          .map((fit): Choice => ({
            clip: clips[m]!.id,
            ...{ sourceIn: fit.sourceIn, speed, begins: fit.begins },
            landed: fit.landed && {
              moment: fit.landed.moment,
              frame: frames(range.from + fit.landed.after),
            },
            moving:
              material.movement && weights.movement > 0
                ? 1 - fit.movement / weights.movement
                : null,
            cost: fit.cost + fit.drop + beside + seenAgainCost(problem, seen[m]!, fit),
          })),
      );
      return ways.sort((a, b) => a.cost - b.cost).slice(0, MOST_OF_ONE);
    })
    .sort((a, b) => a.cost - b.cost);
}
