import { AT_REST, matrixOf, type PictureValues } from '@caesura/core/motion';
import type { Size } from '@caesura/core/plan';
import { marksOf } from '@caesura/core/phrases';
import { joinValues, picturedSides } from '@caesura/core/joins';
import { cornersOf, inverseOf, mapped, type Look, type Point } from '@caesura/core/motion';
import type { MoveItem } from './items.ts';

/** The values of an item at its peak, or where the position is in it, with its look. */
export function valuesNear(
  item: MoveItem,
  frame: number,
): { readonly values: PictureValues; readonly look: Look; readonly atPeak: boolean } | null {
  if (item.kind === 'phrase') {
    const { start, end, frames, motion, pictured } = item.phrase;
    if (end <= start) return null;
    const inside = frame > start && frame < end;
    const values = pictured(inside ? frame - start : marksOf(frames).peak);
    return { values, look: motion.look, atPeak: !inside };
  }
  const { join } = item;
  if (join.before + join.after === 0) return null;
  const at = frame - join.frame;
  const sides = picturedSides(join);
  const pictured = at < 0 ? (sides.out ?? sides.in) : (sides.in ?? sides.out);
  if (!pictured) return null;
  const { motion } = pictured;
  const inside = at >= -join.before && at < join.after;
  const peak = motion.first < 0 ? Math.min(-1, motion.last) : Math.max(0, motion.first);
  const values = pictured.at(inside ? at : peak);
  return { values, look: motion.look, atPeak: !inside };
}

/** The corners of what is seen of a picture that is placed on the frame, in its pixels. */
export function seenPart(values: PictureValues, look: Look, size: Size): readonly Point[] {
  const back = inverseOf(matrixOf(values, look, size));
  return back ? cornersOf(size).map((corner) => mapped(back, corner)) : cornersOf(size);
}

/** The largest scale of an item, over all its frames. */
export function largestScale(item: MoveItem): number {
  if (item.kind === 'cut') {
    const { out, in: into } = joinValues(item.join);
    return Math.max(AT_REST.scale, ...[...out, ...into].map(({ scale }) => scale));
  }
  const { start, end, pictured } = item.phrase;
  return Array.from({ length: end - start }, (_, k) => pictured(k).scale).reduce(
    (most, scale) => Math.max(most, scale),
    AT_REST.scale,
  );
}
