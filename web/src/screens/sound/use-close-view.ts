import { useCallback, useMemo, useRef, type RefObject } from 'react';
import type { Line } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { instantOfFrame, seconds, toNumber, type Frames } from '@caesura/core/time';
import type { LineListHandle } from '../../components/LineList.tsx';
import { percentOn } from '../../components/place.ts';

/** Seconds that are seen on either side of a cut. */
const AROUND = 1.5;

/**
 * The stretch around a cut as a line of its own, and what marks a frame on it and on the lines of
 * the film while it plays.
 */
export function useCloseView(
  plan: Plan,
  cutFrame: Frames | undefined,
  list: RefObject<LineListHandle | null>,
) {
  const mark = useRef<HTMLElement>(null);
  const middle = toNumber(instantOfFrame(cutFrame ?? 0, plan.rate));
  const close: Line = useMemo(
    () => ({
      from: seconds(middle - AROUND),
      to: seconds(middle + AROUND),
      span: seconds(2 * AROUND),
      bar: null,
      bars: [],
    }),
    [middle],
  );
  const onFrame = useCallback(
    (n: number) => {
      const at = toNumber(instantOfFrame(n, plan.rate));
      list.current?.mark(at);
      mark.current?.style.setProperty('left', `${percentOn(close, at)}%`);
    },
    [plan.rate, close, list],
  );
  return [close, mark, onFrame] as const;
}
