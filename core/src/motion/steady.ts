import type { Size, SteadyMove } from '../plan/index.ts';
import { after, matrixOf, scaledAbout, type Matrix } from './matrix.ts';
import { turnOf } from './transform.ts';

const MIDDLE = { aim: { x: 0.5, y: 0.5 }, about: 'aim' } as const;

/** Scale beyond which a picture is not enlarged, whatever its shake would need. */
const MOST_SCALE = 10;

/**
 * The scale about its middle at which a picture that was moved so hides its edges. A corner c of
 * the frame, brought back through the scale S and the move, must lie in the picture:
 * |R⁻¹(c/S − d)| ≤ s·h along either side of half length h, so S ≥ |R⁻¹c| / (s·h − |R⁻¹d|).
 * Infinite where no scale does.
 */
export function steadyNeeds({ x, y, rotation, scale }: SteadyMove, size: Size): number {
  const { c, n } = turnOf(rotation);
  const half = { x: size.width / 2, y: size.height / 2 };
  const shift = { x: x * size.width, y: y * size.height };
  // The corners lie even about the middle, so the farther of two decides along each side.
  const along = [
    [
      Math.abs(c) * half.x + Math.abs(n) * half.y,
      half.x * scale - Math.abs(c * shift.x + n * shift.y),
    ],
    [
      Math.abs(n) * half.x + Math.abs(c) * half.y,
      half.y * scale - Math.abs(c * shift.y - n * shift.x),
    ],
  ] as const;
  return Math.max(1, ...along.map(([corner, room]) => (room > 0 ? corner / room : Infinity)));
}

/** The one scale that hides the edges of all frames that are moved so, at most ten. */
export const steadyScale = (moves: readonly SteadyMove[], size: Size): number =>
  moves.reduce((most, move) => Math.min(MOST_SCALE, Math.max(most, steadyNeeds(move, size))), 1);

/** The map in pixels of a picture that is moved so and then scaled about its middle. */
export const steadyMatrix = (move: SteadyMove, scale: number, size: Size): Matrix =>
  after(
    scaledAbout(scale, { x: size.width / 2, y: size.height / 2 }),
    matrixOf({ ...move, depth: 0 }, MIDDLE, size),
  );
