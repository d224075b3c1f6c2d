import { useEffect, type RefObject } from 'react';
import type { Playing } from '../sound/use-player.ts';
import type { LineListHandle } from './LineList.tsx';

/** Moves the play mark along the lines while the music plays. `offset` is the time of the file at time 0 of the lines. */
export function usePlayMark(
  lines: RefObject<LineListHandle | null>,
  { state, position }: Playing,
  offset: number,
): void {
  useEffect(() => {
    const list = lines.current;
    if (state !== 'playing') {
      list?.mark(null);
      return undefined;
    }
    let frame = 0;
    const step = () => {
      const at = position();
      list?.mark(at === null ? null : at - offset);
      if (at !== null) list?.show(at - offset);
      frame = requestAnimationFrame(step);
    };
    step();
    return () => cancelAnimationFrame(frame);
  }, [lines, state, position, offset]);
}
