import { useCallback, useLayoutEffect, useRef } from 'react';

/**
 * A function that stays the same and does what the one given last does: for what is handed to many
 * parts of a screen, which else would all be drawn again.
 */
export function useLatest<A extends unknown[], R>(run: (...args: A) => R): (...args: A) => R {
  const latest = useRef(run);
  useLayoutEffect(() => {
    latest.current = run;
  });
  return useCallback((...args: A) => latest.current(...args), []);
}
