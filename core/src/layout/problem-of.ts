import { meetingOf, movementAt, type Activity, type Met } from '../footage/index.ts';
import type { Clip, ClipWish, Plan, Wishes } from '../plan/index.ts';
import { divide, frames, rational, type Frames } from '../time/index.ts';
import { candidatesOf } from './candidates.ts';
import { USUAL_WEIGHTS, type Material, type Problem, type Weights } from './optimise/problem.ts';
import { wantedLength } from './wanted-length.ts';

/** What was seen of a clip, as far as a layout asks for it. */
export interface SeenClip extends Omit<Met, 'usable' | 'rate'> {
  readonly activity: Activity;
}

/** Parts of the wanted lengths that are the limits of a shot when none are set. */
const [SHORTEST, LONGEST] = [0.45, 2.2];
/** Frames at which the wanted length is looked at for that. */
const LOOKED_AT = 200;
/** What is taken for the likeness of clips that were not watched. */
const UNKNOWN_LIKENESS = 0.5;
/** Movement, in units of what counts as still, that counts as moving. */
const MOVES = 1;

const NO_WISH: ClipWish = { use: 'may', most: null };

/** Sums of the frames in which a clip moves. */
function movingSums({ camera, subject }: Activity): Float64Array {
  const sums = new Float64Array(camera.length + 1);
  for (let k = 0; k < camera.length; k++) sums[k + 1] = sums[k]! + (movementAt({ camera, subject }, k) > MOVES ? 1 : 0);
  return sums;
}

/** Limits of a shot's length: as wished, or what follows from the lengths wanted. */
export function limitsOf(plan: Plan, wishes: Wishes): { readonly shortest: Frames; readonly longest: Frames } {
  const wanted = wantedLength(plan, wishes.pacing);
  const lengths = Array.from({ length: LOOKED_AT }, (_, i) =>
    wanted(frames(Math.floor((i * plan.target) / LOOKED_AT))),
  );
  const shortest = wishes.shortest ?? frames(Math.max(1, Math.floor(Math.min(...lengths) * SHORTEST)));
  const longest = wishes.longest ?? frames(Math.max(shortest, Math.ceil(Math.max(...lengths) * LONGEST)));
  return { shortest, longest };
}

/** The clips of a plan that may be used, in its order. */
export const usableClips = ({ clips }: Plan, wishes: Wishes): Clip[] =>
  clips.filter(({ id }) => (wishes.clips[id] ?? NO_WISH).use !== 'never');

/**
 * The problem of laying out a plan as wished. `seenOf` tells what was seen of a clip; what is not known of it counts
 * neither for nor against it. Throws when a pace cannot be read or a run of shots does not lie inside the film.
 */
export function problemOf(
  plan: Plan,
  wishes: Wishes = plan.wishes,
  seenOf: (clip: Clip) => SeenClip | null = () => null,
  weights: Weights = USUAL_WEIGHTS,
): Problem {
  const limits = limitsOf(plan, wishes);
  const clips = usableClips(plan, wishes);
  const seen = clips.map(seenOf);
  const materials = clips.map((clip, i): Material => {
    const { use, most } = wishes.clips[clip.id] ?? NO_WISH;
    return {
      id: clip.id,
      frames: clip.frames,
      usable: clip.usable,
      stride: divide(clip.rate, plan.rate),
      moments: clip.moments.map((m) => m.at).filter((at) => at >= clip.usable.in && at < clip.usable.out),
      speeds: [rational(1)],
      must: use === 'must',
      most: most ?? Infinity,
      movement: seen[i] ? movingSums(seen[i].activity) : null,
    };
  });
  const met = (i: number): Met | null => {
    const { usable, rate } = clips[i]!;
    return seen[i] ? { ...seen[i], usable, rate: rate.num / rate.den } : null;
  };
  const likeness = clips.map((_, i) =>
    clips.map((_, j) => {
      const [one, next] = [met(i), met(j)];
      return (one && next && meetingOf(one, next)?.likeness.whole) ?? UNKNOWN_LIKENESS;
    }),
  );
  const place = (id: string | null): number | null => {
    const at = clips.findIndex((c) => c.id === id);
    return at < 0 ? null : at;
  };
  return {
    target: plan.target,
    candidates: candidatesOf(plan, wishes, limits.longest),
    wanted: wantedLength(plan, wishes.pacing) as (frame: number) => number,
    ...limits,
    materials,
    likeness: (i, j) => likeness[i]![j]!,
    handles: { before: wishes.handles, after: wishes.handles },
    first: place(wishes.first),
    last: place(wishes.last),
    weights,
  };
}
