import type { Clip, Plan } from '../plan/index.ts';
import { shotEnd } from '../film/index.ts';
import {
  frames,
  type Frames,
  type Rational,
  type SourceFrames,
  type ShotIndex,
} from '../time/index.ts';
import { fitterOf, LANDING_WORTH } from './optimise/fit.ts';
import { followingCost, repeatCost } from './optimise/neighbour-costs.ts';
import { problemOf, usableClips, type MeasuredClip } from './problem-of.ts';

/** One way to fill a shot. */
export interface Choice {
  readonly clip: string;
  readonly sourceIn: SourceFrames;
  readonly speed: Rational;
  /** The moment that lands on a cue, and the frame of the film it lands on. */
  readonly landed: { readonly moment: SourceFrames; readonly frame: Frames } | null;
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
  const { score, wishes } = plan;
  const shot = score?.shots[index];
  if (!score || !shot) return [];
  const range = { from: shot.start, to: frames(shotEnd(score, index)) };
  const length = frames(range.to - range.from);
  const problem = problemOf(plan, wishes, measuredOf, range);
  const clips = usableClips(plan, wishes);
  const { materials, shownBefore, shownAfter, weights, candidates } = problem;
  const cues = candidates
    .filter(
      (c) =>
        c.frame >= range.from &&
        c.frame < range.to &&
        (c.frame === range.from || c.worth >= LANDING_WORTH),
    )
    .toSorted((a, b) => b.worth - a.worth)
    .map((c) => c.frame - range.from);
  return materials
    .flatMap((material, m) => {
      const previous = shownBefore.at(-1);
      const beside =
        (previous === undefined ? 0 : followingCost(problem, previous, m)) +
        (shownAfter === null ? 0 : followingCost(problem, m, shownAfter)) +
        (m === shownAfter ? weights.repeat : 0) +
        repeatCost(problem, shownBefore, m);
      const alone = [...material.moments.map((moment) => [moment]), []];
      const ways = material.speeds.flatMap((speed) =>
        alone.flatMap((moments): Choice[] => {
          const fit = fitterOf({ ...material, moments, speeds: [speed] }, problem)(0, length, cues);
          // Without its moment it is the same as the way that asks for none.
          if (!fit || (moments.length > 0 && !fit.landed)) return [];
          const missed = moments.length === 0 && material.moments.length > 0 ? weights.moment : 0;
          return [
            {
              clip: clips[m]!.id,
              ...{ sourceIn: fit.sourceIn, speed },
              landed: fit.landed && {
                moment: fit.landed.moment,
                frame: frames(range.from + fit.landed.after),
              },
              moving:
                material.movement && weights.movement > 0
                  ? 1 - fit.movement / weights.movement
                  : null,
              cost: fit.cost + missed + beside,
            },
          ];
        }),
      );
      return ways.sort((a, b) => a.cost - b.cost).slice(0, MOST_OF_ONE);
    })
    .sort((a, b) => a.cost - b.cost);
}
