import { useCallback, useMemo, useRef, useState, type RefObject } from 'react';
import type { Line } from '@caesura/core/film';
import type { Plan } from '@caesura/core/plan';
import { instantOfFrame, seconds, toNumber } from '@caesura/core/time';
import type { LineListHandle } from '../../components/LineList.tsx';
import { percentOn } from '../../components/place.ts';

/** Seconds that can be seen close up. */
export const CLOSE_SPANS = [3, 8, 24] as const;

/**
 * The stretch around a frame as a line of its own, how much of it is seen, and what marks a frame
 * on it and on the lines of the film while it plays.
 */
export function useCloseView(
  plan: Plan,
  frame: number | undefined,
  list: RefObject<LineListHandle | null>,
) {
  const mark = useRef<HTMLElement>(null);
  const [span, setSpan] = useState<(typeof CLOSE_SPANS)[number]>(3);
  const middle = toNumber(instantOfFrame(frame ?? 0, plan.rate));
  const close: Line = useMemo(
    () => ({
      from: seconds(middle - span / 2),
      to: seconds(middle + span / 2),
      span: seconds(span),
      bar: null,
      bars: [],
    }),
    [middle, span],
  );
  const onFrame = useCallback(
    (n: number) => {
      const at = toNumber(instantOfFrame(n, plan.rate));
      list.current?.mark(at);
      mark.current?.style.setProperty('left', `${percentOn(close, at)}%`);
    },
    [plan.rate, close, list],
  );
  return { close, mark, onFrame, span, setSpan };
}
