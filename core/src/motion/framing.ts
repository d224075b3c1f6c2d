import type { Framing, Size } from '../plan/index.ts';
import type { Box } from './transform.ts';

/** Part by which two shapes may differ and still be one: a pixel or two of rounding. */
const ALIKE = 0.005;

/** Whether a picture has the shape of the film, so that it fills it as it is. */
export const sameShape = (picture: Size, film: Size): boolean =>
  Math.abs((picture.width * film.height) / (picture.height * film.width) - 1) <= ALIKE;

/** How a picture lies in the film. */
export interface Framed {
  /** Where it lies, in pixels of the film; may reach beyond it. */
  readonly box: Box;
  /** Its scale against one that fills the film. */
  readonly scale: number;
  /** Part of the picture that is seen, 0–1, and of the film that it covers. */
  readonly seen: number;
  readonly covers: number;
}

/**
 * Where a picture of a size lies in the film. It is scaled to the larger of the two ratios of sides
 * to fill, to the smaller to fit, or to a part of that which fills; along each side its point to
 * keep goes to the middle as far as leaves nothing open, and where it is smaller than the film it
 * lies at that part of the room.
 */
export function framedIn(picture: Size, film: Size, { how, keep, scale }: Framing): Framed {
  const [across, down] = [film.width / picture.width, film.height / picture.height];
  const fills = Math.max(across, down);
  const wanted = how === 'fill' ? fills : how === 'fit' ? Math.min(across, down) : fills * scale;
  /** The start of a side and its end, of a picture so long on a film so long. */
  const along = (length: number, most: number, at: number): readonly [number, number] => {
    const start =
      length >= most
        ? Math.min(0, Math.max(most - length, most / 2 - at * length))
        : at * (most - length);
    return [start, start + length];
  };
  const [left, right] = along(picture.width * wanted, film.width, keep.x);
  const [top, bottom] = along(picture.height * wanted, film.height, keep.y);
  const inside = (from: number, to: number, most: number) =>
    Math.max(0, Math.min(to, most) - Math.max(from, 0));
  const area = inside(left, right, film.width) * inside(top, bottom, film.height);
  return {
    box: { left, top, right, bottom },
    scale: wanted / fills,
    seen: area / ((right - left) * (bottom - top)),
    covers: area / (film.width * film.height),
  };
}
