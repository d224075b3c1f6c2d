import type { Material } from './problem.ts';

/**
 * The way the picture of a clip goes over the frames [from, to), in radians; not a number when it
 * hardly goes or is unknown.
 */
function wayOver({ shift }: Material, from: number, to: number): number {
  if (!shift) return NaN;
  const [a, b] = [Math.max(0, from), Math.min(shift.x.length - 1, to)];
  const [x, y] = [shift.x[b]! - shift.x[a]!, shift.y[b]! - shift.y[a]!];
  return Math.hypot(x, y) < shift.least ? NaN : Math.atan2(y, x);
}

/**
 * The ways the picture goes after the start of a shot and before its end, which shows the source
 * frames [sourceIn, sourceOut).
 */
export function endWays(
  material: Material,
  sourceIn: number,
  sourceOut: number,
): { readonly head: number; readonly tail: number } {
  const reach = material.shift?.reach ?? 0;
  // The shift of a frame is that from the one before it.
  return {
    head: wayOver(material, sourceIn + 1, Math.min(sourceOut, sourceIn + 1 + reach)),
    tail: wayOver(material, Math.max(sourceIn + 1, sourceOut - reach), sourceOut),
  };
}
