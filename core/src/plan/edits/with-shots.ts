import { frames, type Frames } from '../../time/index.ts';
import { freshIds, type Plan, type Score, type Shot } from '../index.ts';
import { lookOf } from './shot-look.ts';

/**
 * A plan with other shots from one frame up to another, which may be the whole film. Shots outside
 * stay as they are, and a cut that is there again keeps its join and the id of its shot, so that
 * all that is tied to it stays as well; one that shows the same clip keeps how its picture lies and
 * is steadied. A cut at the end of the stretch must be there already, or be the end of the film.
 */
export function withShots(
  plan: Plan,
  shots: readonly Omit<Shot, 'id'>[],
  { from, to }: { readonly from: Frames; readonly to: Frames },
): Plan {
  const old = plan.score?.shots ?? [];
  const there = plan.score && (from > 0 || to < plan.score.length) ? plan.score : null;
  const [before, after] = [
    there?.shots.filter((s) => s.start < from) ?? [],
    there?.shots.filter((s) => s.start >= to) ?? [],
  ];
  const fresh = freshIds('s', old);
  const byStart = new Map(old.map((shot) => [shot.start, shot]));
  const score: Score = {
    length: there?.length ?? frames(to),
    shots: [
      ...before,
      ...shots.map((shot): Shot => {
        const same = byStart.get(shot.start);
        const join = shot.join ?? same?.join;
        const look = same && same.clip === shot.clip ? lookOf(same) : {};
        return { id: same?.id ?? fresh(), ...look, ...shot, ...(join && { join }) };
      }),
      ...after,
    ],
  };
  return { ...plan, score };
}
