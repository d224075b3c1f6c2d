import { CaesuraError, plural, type ShotIndex } from '../../time/index.ts';
import { steadyNeeds } from '../../motion/index.ts';
import type { Plan, Steady } from '../index.ts';
import { clipOf } from '../../film/index.ts';

/** Scale beyond which steadying is refused: less than half of the picture would be left. */
const MOST_COST = 2;

/**
 * Steadies shots, each by its own moves, or gives their shake back with null. Throws when there is
 * no such shot, one shows no clip, or its shake is so large that more than half of its picture
 * would be lost.
 */
export function steadyShots(
  plan: Plan,
  all: readonly { readonly shot: ShotIndex; readonly steady: Steady | null }[],
): Plan {
  const { score } = plan;
  const shots = [...(score?.shots ?? [])];
  for (const { shot: index, steady } of all) {
    const shot = shots[index];
    if (!shot)
      throw new CaesuraError('no-such-shot', `There is no shot ${index + 1}.`, 'Choose another.');
    const { steady: _before, ...rest } = shot;
    if (!steady) {
      shots[index] = rest;
      continue;
    }
    const clip = clipOf(plan, shot);
    if (!clip)
      throw new CaesuraError('no-clip', `Shot ${index + 1} shows no clip.`, 'Choose one for it.');
    const cost = Math.max(...steady.moves.map((move) => steadyNeeds(move, clip.size)));
    if (cost > MOST_COST)
      throw new CaesuraError(
        'shakes-too-far',
        `To steady shot ${index + 1} over ${plural(steady.seconds, 'second')} would enlarge it more than twice.`,
        'Steady it over a shorter time.',
      );
    shots[index] = { ...rest, steady };
  }
  return score ? { ...plan, score: { ...score, shots } } : plan;
}
