import type { GivenFrames } from '../time/index.ts';
/** Where a window of so many frames lies about its cut. */
export type Placing = 'centred' | 'ends' | 'starts';

/** The frames of a window before its cut and after it. */
export interface Split {
  readonly before: number;
  readonly after: number;
}

/**
 * Parts a window at its cut: in halves, all before it, or all after it. Of an odd one the later
 * half has the frame more.
 */
export function splitWindow(total: GivenFrames, placing: Placing): Split {
  if (placing === 'ends') return { before: total, after: 0 };
  if (placing === 'starts') return { before: 0, after: total };
  return { before: Math.floor(total / 2), after: Math.ceil(total / 2) };
}

/** How a window lies about its cut; null when in none of the usual ways. */
export function placingOf({ before, after }: Split): Placing | null {
  if (before > 0 && after > 0)
    return after - before === 0 || after - before === 1 ? 'centred' : null;
  return before > 0 ? 'ends' : after > 0 ? 'starts' : null;
}

/** The even lengths beside an odd one, which can be centred; none for an even one. */
export const evenTotals = (total: GivenFrames): number[] =>
  total % 2 === 0 ? [] : [total - 1, total + 1];
