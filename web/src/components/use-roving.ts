import { useState, type KeyboardEvent } from 'react';

/** By how many rows a key goes; all the way where that is the end. */
const STEPS: Readonly<Record<string, number>> = {
  ...{ ArrowDown: 1, ArrowUp: -1, PageDown: 10, PageUp: -10, Home: -Infinity, End: Infinity },
};

/** What a list and its rows are given so that Tab stops once in it and arrows go on. */
export interface Roving {
  readonly onKeyDown: (event: KeyboardEvent<HTMLElement>) => void;
  /** For the control of a row, by its place. */
  readonly stop: (place: number) => {
    readonly 'data-stop': number;
    readonly tabIndex: 0 | -1;
    readonly onFocus: () => void;
  };
}

/** Makes a list of so many rows one stop of Tab, with arrows from row to row. */
export function useRoving(count: number): Roving {
  const [at, setAt] = useState(0);
  const here = Math.min(at, Math.max(0, count - 1));
  return {
    onKeyDown(event) {
      const by = STEPS[event.key];
      const from = (event.target as HTMLElement).closest<HTMLElement>('[data-stop]');
      if (by === undefined || !from || count === 0) return;
      event.preventDefault();
      event.stopPropagation();
      const to = Math.min(count - 1, Math.max(0, Number(from.dataset.stop) + by));
      event.currentTarget.querySelector<HTMLElement>(`[data-stop="${to}"]`)?.focus();
    },
    stop: (place) => ({
      'data-stop': place,
      tabIndex: place === here ? 0 : -1,
      onFocus: () => setAt(place),
    }),
  };
}
