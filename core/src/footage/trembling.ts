/** Where a picture is beside its meant way, in widths of it. */
export interface Off {
  readonly x: number;
  readonly y: number;
}

/** How a stretch of pictures that are shown one after another trembles. */
export interface Trembling {
  /** How often it goes there and back in a second. */
  readonly often: number;
  /** How far it goes from one picture to the next, in widths: the root of the mean square. */
  readonly step: number;
}

/** Steps under this part of a width are rounding. */
const STANDS = 1e-6;

/**
 * How pictures tremble that are shown at a rate in frames a second, by where each is beside its
 * meant way: each time a step goes against the one before, along the way on which they go farther,
 * half of a there and back is over.
 */
export function tremblingOf(offs: readonly Off[], rate: number): Trembling {
  const steps = offs.slice(1).map(({ x, y }, i) => ({ x: x - offs[i]!.x, y: y - offs[i]!.y }));
  const energy = (of: keyof Off) => steps.reduce((sum, step) => sum + step[of] ** 2, 0);
  const [across, down] = [energy('x'), energy('y')];
  const along = steps
    .map((step) => step[across >= down ? 'x' : 'y'])
    .filter((step) => Math.abs(step) > STANDS);
  const turns = along.slice(1).filter((step, i) => step * along[i]! < 0).length;
  return {
    often: offs.length > 1 ? (turns / 2 / (offs.length - 1)) * rate : 0,
    step: Math.sqrt((across + down) / Math.max(1, steps.length)),
  };
}

/**
 * Shake that goes there and back more often than this in a second, by more than this part of a
 * width from picture to picture, is seen as trembling (common practice, no source).
 */
const OFTEN = 7;
const STEP = 0.003;

/** Whether the eye no longer follows such shake and sees the picture tremble. */
export const isTrembling = ({ often, step }: Trembling): boolean => often > OFTEN && step > STEP;
