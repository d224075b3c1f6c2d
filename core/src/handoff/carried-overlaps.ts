import { remembered, type Film, type ShotFacts } from '../film/index.ts';
import type { JoinFacts } from '../joins/index.ts';

/** Whether a file has all that an overlap shows of it, so that no picture of it is held. */
function lasts({ clip, time, length }: ShotFacts, side: 'out' | 'in', frames: number): boolean {
  if (!clip || !time) return false;
  const farthest = time.at(side === 'out' ? length - 1 + frames : -frames);
  return farthest >= 0 && farthest < clip.frames;
}

/** Whether both pictures of an overlap go at constant speeds, from what their files have. */
const isPlain = ({ overlap, out, into, blend }: JoinFacts): boolean =>
  overlap &&
  !out.ramp &&
  !into.ramp &&
  lasts(out, 'out', blend.after) &&
  lasts(into, 'in', blend.before);

const kept = remembered<readonly JoinFacts[], ReadonlySet<number>>();

/**
 * The cuts whose overlap a timeline carries as a transition: both pictures at constant speeds, none
 * of them held, and no longer than what lies on either side of it. The others are written as cuts,
 * which is said.
 */
export const carriedOverlaps = ({ joins }: Film): ReadonlySet<number> =>
  kept(joins, [], () => {
    const carried = new Set<number>();
    for (const join of joins) {
      const { cut, out, into } = join;
      const { before, after } = join.blend;
      const earlier = carried.has(cut - 1) ? joins[cut - 2]!.blend.after : 0;
      // An event must be left of the outgoing shot, if only that of the transition into it.
      const room = carried.has(cut - 1) ? earlier + before <= out.length : before < out.length;
      if (isPlain(join) && room && after <= into.length) carried.add(cut);
    }
    return carried;
  });
