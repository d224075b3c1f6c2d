import { steadyScale } from '../motion/index.ts';
import type { Size, Steady, SteadyMove } from '../plan/index.ts';
import { sourceFrames, type GivenSourceFrames } from '../time/index.ts';
import { remembered } from './remembered.ts';
import type { Reach } from './shot-time.ts';
import type { ShotFacts } from './shots.ts';

/** How a picture is moved so that its shake is gone, and the scale that hides its edges. */
export interface SteadiedPicture {
  readonly move: SteadyMove;
  readonly scale: number;
}

const scales = remembered<Steady, number>();

/** The scale that steadying costs a picture of a size, the same on every frame of the shot. */
export const steadyCost = (steady: Steady, size: Size): number =>
  scales(steady, [size], () => steadyScale(steady.moves, size));

/**
 * What a source frame of a shot needs, that of the nearest beyond the frames that were steadied;
 * null where the shot is as it was filmed.
 */
export function steadiedIn(
  { shot: { steady }, clip }: Pick<ShotFacts, 'shot' | 'clip'>,
  source: GivenSourceFrames,
): SteadiedPicture | null {
  if (!steady || !clip) return null;
  const k = Math.max(0, Math.min(steady.moves.length - 1, source - steady.first));
  return { move: steady.moves[k]!, scale: steadyCost(steady, clip.size) };
}

/** The source frames that were steadied. */
export const steadiedReach = ({ first, moves }: Steady): Reach => ({
  lowest: first,
  highest: sourceFrames(first + moves.length - 1),
});
