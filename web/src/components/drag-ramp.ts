import type { RampShape } from '@caesura/core/ramps';
import { rational } from '@caesura/core/time';

/** Speeds that are dragged go in steps of 5 %. */
const STEP = 5;

const dragged = (speed: number) =>
  rational(Math.max(1, Math.round((100 * speed) / STEP)) * STEP, 100);

/** A ramp whose crest at one of its cuts was dragged to a speed, times normal. */
export const withCrest = (shape: RampShape, end: 'head' | 'tail', speed: number): RampShape => ({
  ...shape,
  [end]: { ...shape[end]!, speed: dragged(speed) },
});
