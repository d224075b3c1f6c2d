import { type JoinFacts } from '../joins/index.ts';
import { type EffectFacts } from '../sound/index.ts';
import { CaesuraError } from '../time/index.ts';
import { type Film, type ShotFacts, filmOf, isEffectInUse } from '../film/index.ts';
import type { Plan } from '../plan/index.ts';

/** The shots of a plan that has some. Throws when it has not been laid out. */
export function scoredShots(plan: Plan): readonly ShotFacts[] {
  const shots = filmOf(plan).shots;
  if (shots.length === 0)
    throw new CaesuraError('no-score', 'There are no cuts to hand over yet.', 'Lay out first.');
  return shots;
}

/** A film as sheets tell it: its shots, the joins between them and the effects in use. */
export interface ScoredFilm {
  readonly shots: readonly ShotFacts[];
  readonly joins: readonly JoinFacts[];
  readonly effects: readonly EffectFacts[];
  readonly phrases: Film['phrases'];
}

/** The film of a plan. Throws when it has not been laid out. */
export function scoredFilm(plan: Plan): ScoredFilm {
  const shots = scoredShots(plan);
  const { joins, phrases } = filmOf(plan);
  const effects = filmOf(plan).effects.filter(isEffectInUse);
  return { shots, joins, effects, phrases };
}
