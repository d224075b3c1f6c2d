import { useEffect, type RefObject } from 'react';
import type { Playing } from '../sound/use-player.ts';
import type { LineListHandle } from './LineList.tsx';

/**
 * Moves the play mark along the lines while the music plays. `position` tells the time of the lines
 * that is heard.
 */
export function usePlayMark(
  lines: RefObject<LineListHandle | null>,
  state: Playing['state'],
  position: () => number | null,
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
      list?.mark(at);
      if (at !== null) list?.show(at);
      frame = requestAnimationFrame(step);
    };
    step();
    return () => cancelAnimationFrame(frame);
  }, [lines, state, position]);
}
