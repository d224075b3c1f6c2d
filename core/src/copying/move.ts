import { joinAt } from '../film/index.ts';
import { changeJoin, withJoin } from '../plan/edits/edit-joins.ts';
import { contentOf } from '../plan/edits/edit-shots.ts';
import type { Plan } from '../plan/index.ts';
import { CaesuraError, type CutIndex } from '../time/index.ts';
import { holding, type Copied } from './copied.ts';
import { checkPlaces, copiedFor } from './pasted.ts';
import { carriedJoin } from './shots.ts';

/** Copies what happens at a cut. Throws when it is a hard one, or when there is no such cut. */
export function copyMove(plan: Plan, cut: CutIndex): Copied {
  const { join, out, into } = joinAt(plan, cut);
  if (!join)
    throw new CaesuraError(
      'no-join',
      `Cut ${cut} is a hard cut: no move is there to be copied.`,
      'Choose one with a move.',
    );
  const shots = [
    { ...contentOf(out.shot), length: out.length },
    { ...contentOf(into.shot), length: into.length, join },
  ];
  return { kind: 'move', plan: holding(plan, shots) };
}

/**
 * Puts a copied move on cuts, in place of what is there. Throws when no cut is meant, or when a
 * window that was set by hand is longer than a shot beside one of them.
 */
export function pasteMove(plan: Plan, copied: Copied, cuts: readonly CutIndex[]): Plan {
  checkPlaces('A move was', 'cut', cuts);
  const copy = copiedFor(plan, copied, 'move');
  const join = copy.score?.shots[1]?.join;
  if (!join) throw new CaesuraError('bad-copy', 'No move was copied.', 'Copy it again.');
  const { set, ...rest } = carriedJoin(plan, copy, join);
  return cuts.reduce((made, cut) => {
    joinAt(made, cut);
    return changeJoin(withJoin(made, cut, { ...rest, set: {} }), cut, set);
  }, plan);
}
