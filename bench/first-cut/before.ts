import type { FirstCutFigures } from './judge.ts';

/**
 * Means of the films of a seed as the version of commit fb5a4de laid them out: by its own command
 * line, from the same songs as they are heard today, with the moments that it proposed itself for
 * the same clips, and judged as today.
 */
export const BEFORE: Readonly<Record<string, FirstCutFigures>> = {
  '300': {
    ...{ onBeat: 0.884, onBar: 0.886, repeated: 0.305, still: 0.037 },
    ...{ landed: 0.261, onDrop: 0, arc: 0.114, exact: 1 },
  },
  '900': {
    ...{ onBeat: 0.75, onBar: 0.76, repeated: 0.307, still: 0.034 },
    ...{ landed: 0.235, onDrop: 0, arc: -0.129, exact: 1 },
  },
};
