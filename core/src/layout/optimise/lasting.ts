import type { Rational, GivenFrames } from '../../time/index.ts';
import type { Material, Problem } from './problem.ts';

/** ⌊k·num/den⌋, exact while the product is below 2⁵³. */
export const stepped = (k: number, { num, den }: Rational): number => Math.floor((k * num) / den);

/** Stride of a clip at one of its speeds. */
export const strideAt = ({ stride, speeds }: Material, speed: number): Rational => ({
  num: stride.num * speeds[speed]!.num,
  den: stride.den * speeds[speed]!.den,
});

/** What of a clip decides for how long it lasts. */
export type Lasting = Pick<Material, 'usable' | 'frames'>;

/**
 * Starts between which a clip lasts for a shot of `length` frames at a stride, handles included, as
 * stepped frame by frame: what is shown k frames after the start is start + ⌊k·stride⌋. Null when
 * it does not last.
 */
export function startsFor(
  { usable, frames }: Lasting,
  length: GivenFrames,
  stride: Rational,
  handles: Problem['handles'],
): { readonly least: number; readonly most: number } | null {
  const least = Math.max(usable.in, -stepped(-handles.before, stride));
  const most = Math.min(
    usable.out - 1 - stepped(length - 1, stride),
    frames - 1 - stepped(length - 1 + handles.after, stride),
  );
  return least <= most ? { least, most } : null;
}

/**
 * The most frames of the film for which a clip lasts at a stride, handles included; 0 when it does
 * not last for one.
 */
export function longestFor(clip: Lasting, stride: Rational, handles: Problem['handles']): number {
  const lasts = (length: number) => startsFor(clip, length, stride, handles) !== null;
  if (!lasts(1)) return 0;
  let [low, high] = [1, 2];
  while (lasts(high)) [low, high] = [high, 2 * high];
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (lasts(middle)) low = middle;
    else high = middle;
  }
  return low;
}
