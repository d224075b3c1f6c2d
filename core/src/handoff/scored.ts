import { joinsOf, type JoinFacts } from '../joins/index.ts';
import { accentFacts, type AccentFacts } from '../sound/index.ts';
import { CaesuraError } from '../time/index.ts';
import { shotFacts, type ShotFacts } from '../film/index.ts';
import type { Plan } from '../plan/index.ts';

/** The shots of a plan that has some. Throws when it has not been laid out. */
export function scoredShots(plan: Plan): ShotFacts[] {
  const shots = shotFacts(plan);
  if (shots.length === 0)
    throw new CaesuraError(
      'no-score',
      'There are no cuts to hand over yet.',
      'Lay out in Score first.',
    );
  return shots;
}

/** A film as sheets tell it: its shots, the joins between them and the effects in use. */
export interface ScoredFilm {
  readonly shots: readonly ShotFacts[];
  readonly joins: readonly JoinFacts[];
  readonly accents: readonly AccentFacts[];
}

/** The film of a plan. Throws when it has not been laid out. */
export function scoredFilm(plan: Plan): ScoredFilm {
  const shots = scoredShots(plan);
  const joins = joinsOf(plan, shots);
  const accents = accentFacts(plan, shots, joins).filter(({ accent }) => !accent.off);
  return { shots, joins, accents };
}
