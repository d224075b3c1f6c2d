import { filmOf } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';

/** How the join at a cut is told after the name of what follows; empty for a plain cut. */
export function joinsAt(plan: Plan, cut: number): string {
  const join = filmOf(plan).joins[cut - 1];
  if (!join || join.before + join.after === 0) return '';
  return `, ${join.settings.move.replace('-', ' ')} ${join.before} + ${join.after}`;
}
