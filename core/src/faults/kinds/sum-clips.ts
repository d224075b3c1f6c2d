import { frameAtTime } from '../../film/index.ts';
import { turnAll } from '../../sound/index.ts';
import { faultKind } from '../fault.ts';
import { knownSum } from '../known.ts';

/**
 * Highest sample from which a sum clips, and what is left above it by a mend. dB against full
 * scale.
 */
const FULL = 0;
const HEADROOM = 1;

const written = (x: number) => x.toFixed(1);
/** Tenths of a decibel by which a sum is turned down so that it keeps its headroom. */
const over = (top: number) => Math.ceil(10 * (top + HEADROOM) - 1e-6) / 10;

/** All sounds together go over full scale, where their sum was measured. */
export const sumClips = faultKind({
  code: 'sum-clips',
  name: 'All together clips',
  area: 'effects',
  find: ({ plan }, known) => {
    const sum = knownSum(plan, known);
    if (!sum || sum.top <= FULL) return [];
    return [
      {
        shot: null,
        cut: null,
        frame: frameAtTime(sum.topAt, plan),
        figures: { over: sum.top },
        message: `All sounds together go ${written(Math.max(0.1, sum.top))} dB over full scale.`,
        mend: `Turn down what sounds there, or everything by ${written(over(sum.top))} dB.`,
      },
    ];
  },
  mends: ({ plan }, { figures }) => {
    const by = over(figures.over);
    return [{ label: `Turn everything down by ${written(by)} dB`, make: () => turnAll(plan, -by) }];
  },
});
