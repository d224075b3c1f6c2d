import type { Samples } from '../../time/index.ts';
import { TRUSTED, type Analysis } from '../analysis.ts';

/** Beats in a row that must be doubtful to be told. */
const LEAST_BEATS = 8;
/** Trusted beats between doubtful ones that do not part them. */
const MOST_BETWEEN = 2;

/** A stretch of a file whose beats are doubtful. */
export interface DoubtfulStretch {
  readonly from: Samples;
  /** Its last beat. */
  readonly to: Samples;
  /** Mean of its beats, 0–1. */
  readonly confidence: number;
}

/** The stretches of at least eight beats that are not to be trusted, in order of time. */
export function doubtfulStretches({ beats }: Pick<Analysis, 'beats'>): DoubtfulStretch[] {
  const doubtful = [...beats.keys()].filter((i) => beats[i]!.confidence < TRUSTED);
  const runs: [first: number, last: number][] = [];
  for (const i of doubtful) {
    const run = runs.at(-1);
    if (run && i - run[1] <= MOST_BETWEEN + 1) run[1] = i;
    else runs.push([i, i]);
  }
  return runs
    .filter(([first, last]) => last - first + 1 >= LEAST_BEATS)
    .map(([first, last]) => {
      const inside = beats.slice(first, last + 1);
      return {
        from: inside[0]!.at,
        to: inside.at(-1)!.at,
        confidence: inside.reduce((sum, b) => sum + b.confidence, 0) / inside.length,
      };
    });
}
