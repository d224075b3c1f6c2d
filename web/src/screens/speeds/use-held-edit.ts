import { createContext, useCallback, useContext, useState } from 'react';
import { heldOffers, type SpeedOffer } from '@caesura/core/edits';
import type { Plan } from '@caesura/core/plan';
import { CaesuraError } from '@caesura/core/time';
import { edit } from '../../app/edit.ts';
import type { ApplyEdit } from '../../app/hooks.ts';
import { problem } from '../../app/notices.ts';
import { applied, type EditArguments, type EditName } from '../../app/plan-edits.ts';
import { useAppDispatch } from '../../app/store.ts';

/** An edit that would have broken what is held, and what could give way for it. */
export interface Refused {
  /** The plan that it was refused of: in another it is out of date. */
  readonly plan: Plan;
  readonly index: number;
  readonly why: string;
  readonly offers: readonly SpeedOffer[];
}

/** What could give way for a change; nothing where it cannot be done with nothing held either. */
function offersOf(plan: Plan, index: number, change: (plan: Plan) => Plan): readonly SpeedOffer[] {
  try {
    return heldOffers(plan, index, change);
  } catch (error) {
    if (error instanceof CaesuraError) return [];
    throw error;
  }
}

/** Applies edits of the open shot. */
export const SpeedEdits = createContext<ApplyEdit>(() => false);
export const useSpeedEdit = (): ApplyEdit => useContext(SpeedEdits);

/**
 * Gives what applies edits of a shot; one that breaks what is held of it is not done but kept with
 * what could give way, until the plan is another.
 */
export function useHeldEdit(
  plan: Plan,
  index: number,
): { readonly apply: ApplyEdit; readonly refused: Refused | null } {
  const dispatch = useAppDispatch();
  const [refused, setRefused] = useState<Refused | null>(null);
  const apply = useCallback<ApplyEdit>(
    <N extends EditName>(name: N, ...args: EditArguments<N>) => {
      setRefused(null);
      try {
        dispatch(edit(name, ...args));
        return true;
      } catch (error) {
        if (error instanceof CaesuraError && error.code === 'held') {
          const offers = offersOf(plan, index, (free) => applied(free, name, args));
          if (offers.length > 0) {
            setRefused({ plan, index, why: error.message, offers });
            return false;
          }
        }
        dispatch(problem(error, 'edited'));
        return false;
      }
    },
    [dispatch, plan, index],
  );
  const stands = refused && refused.plan === plan && refused.index === index;
  return { apply, refused: stands ? refused : null };
}
