import type { RefObject } from 'react';
import { wholeFilm, type ShotFacts } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { frames, instantOfFrame, toNumber } from '@caesura/core/time';
import { useAppDispatch } from '../../app/store.ts';
import { cutSelected, placed } from '../../app/view.ts';
import type { LineListHandle } from '../../components/LineList.tsx';
import type { Rehearsing } from '../../rehearse/use-rehearsal.ts';
import type { Playing } from './use-playing.ts';

/** Ways through the film, while it plays and while it does not. */
export interface Going {
  /** Goes to a frame; what plays goes on from there. */
  readonly goTo: (frame: number) => void;
  /** Chooses a cut; what plays goes on round it. */
  readonly select: (cut: number) => void;
  /** Steps by a frame and stops there. */
  readonly byFrame: (by: 1 | -1) => void;
  readonly byCut: (by: 1 | -1) => void;
  /** The cut that is chosen, or the one nearest to what is heard; null where there is none. */
  readonly thisCut: () => number | null;
}

/** What goes along: what plays, and the lines that show where. */
interface Goes extends Pick<Playing, 'start'> {
  readonly rehearsal: Rehearsing;
  readonly list: RefObject<LineListHandle | null>;
}

/**
 * Makes the ways through a version of the plan whose shots are given, with the position and the
 * chosen cut of the view.
 */
export function useGoing(
  plan: Plan,
  shots: readonly ShotFacts[],
  { frame, selected }: { readonly frame: number; readonly selected: number | null },
  { rehearsal, start, list }: Goes,
): Going {
  const dispatch = useAppDispatch();
  const still = rehearsal.state === 'still';
  const last = shots.length - 1;
  const here = () => rehearsal.frame() ?? frame;
  /** Puts the position on a frame of the film. */
  const place = (to: number) => {
    const kept = frames(Math.min(wholeFilm(plan).to - 1, Math.max(0, to)));
    dispatch(placed(kept));
    list.current?.show(toNumber(instantOfFrame(kept, plan.rate)));
    return kept;
  };
  const select = (cut: number) => {
    dispatch(cutSelected(cut));
    const at = place(shots[cut]!.start);
    if (!still) start(at, at);
  };
  return {
    select,
    goTo(to) {
      const kept = place(to);
      if (!still) start(kept);
    },
    byFrame(by) {
      const at = here();
      if (!still) rehearsal.stop();
      place(at + by);
    },
    byCut(by) {
      if (last < 1) return;
      const at = here();
      const next =
        selected !== null
          ? selected + by
          : by === 1
            ? shots.findIndex((s) => s.start > at)
            : shots.findLastIndex((s) => s.start < at);
      if (next >= 1 && next <= last) select(next);
    },
    thisCut() {
      if (selected !== null) return selected;
      const at = here();
      const distance = ({ start: cut }: ShotFacts) => Math.abs(cut - at);
      return shots.slice(1).toSorted((a, b) => distance(a) - distance(b))[0]?.index ?? null;
    },
  };
}
