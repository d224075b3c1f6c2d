import { shotFactsAt } from '../../film/index.ts';
import { CaesuraError, type ShotIndex } from '../../time/index.ts';
import type { Plan } from '../index.ts';
import { speedOffers, type SpeedOffer } from './ask-speeds.ts';
import { holdShot, speedsOf } from './edit-ramps.ts';
import { holdsOf } from './held-speeds.ts';

/** A plan after a change, or null where that breaks what is held. */
function unlessHeld(change: () => Plan): Plan | null {
  try {
    return change();
  } catch (error) {
    if (error instanceof CaesuraError && error.code === 'held') return null;
    throw error;
  }
}

/**
 * What could give way for a change of the speeds of a shot that was refused since it breaks what is
 * held of it: each hold alone with which it can be done, or all of them; and its source in and out
 * kept by another figure. Throws what the change throws with nothing held.
 */
export function heldOffers(
  plan: Plan,
  index: ShotIndex,
  change: (plan: Plan) => Plan,
): readonly SpeedOffer[] {
  const holds = holdsOf(shotFactsAt(plan, index).shot);
  const wantedOf = (made: Plan) => ({
    ramp: speedsOf(made, index),
    sourceIn: shotFactsAt(made, index).shot.sourceIn,
  });
  const free = wantedOf(change(holdShot(plan, index, [])));
  const alone = holds.flatMap((hold): SpeedOffer[] => {
    const left = holds.filter((other) => other !== hold);
    const made = unlessHeld(() => change(holdShot(plan, index, left)));
    return made ? speedOffers(plan, index, wantedOf(made)).slice(0, 1) : [];
  });
  const [all, ...given] = speedOffers(plan, index, free);
  // Where the speeds stay, another of them is no way to what was wanted.
  const same = JSON.stringify(free.ramp) === JSON.stringify(speedsOf(plan, index));
  return [...(alone.length > 0 || !all ? alone : [all]), ...(same ? [] : given)];
}
