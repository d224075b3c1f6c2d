import { CaesuraError } from '../time/index.ts';
import { shotFacts, type Plan, type ShotFacts } from '../plan/index.ts';

/** The shots of a plan that has some. Throws when it has not been laid out. */
export function scoredShots(plan: Plan): ShotFacts[] {
  const shots = shotFacts(plan);
  if (shots.length === 0)
    throw new CaesuraError('no-score', 'There are no cuts to hand over yet.', 'Lay out in Score first.');
  return shots;
}
