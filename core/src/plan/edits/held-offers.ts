import { shotFactsAt } from '../../film/index.ts';
import type { ShotIndex } from '../../time/index.ts';
import type { Plan } from '../index.ts';
import { speedOffers, type SpeedOffer } from './ask-speeds.ts';
import { holdShot, speedsOf } from './edit-ramps.ts';

/**
 * What could give way for a change of the speeds of a shot that was refused since it breaks what is
 * held of it: the change is made with nothing held, and offered with what it breaks let go, or with
 * its source kept by another figure. Throws what the change throws with nothing held.
 */
export function heldOffers(
  plan: Plan,
  index: ShotIndex,
  change: (plan: Plan) => Plan,
): readonly SpeedOffer[] {
  const made = change(holdShot(plan, index, []));
  const { shot } = shotFactsAt(made, index);
  const wanted = { ramp: speedsOf(made, index), sourceIn: shot.sourceIn };
  const offers = speedOffers(plan, index, wanted);
  // Where the speeds stay, another of them is no way to what was wanted.
  const same = JSON.stringify(wanted.ramp) === JSON.stringify(speedsOf(plan, index));
  return same ? offers.slice(0, 1) : offers;
}
