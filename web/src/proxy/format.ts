/**
 * The form of a clip's small copy: a VP8 WebM in which frame n of the clip is shown from n · 40 ms
 * on, whatever the clip's own rate, so that no rounding of its times can ever show another frame.
 */
export const PROXY_FRAME_US = 40_000;

/**
 * Width of the small copy, at most, of a picture that lies; and of the sides of one that stands.
 */
export const PROXY_WIDTH = 320;

/** Every which frame can be shown without the ones before it. */
export const KEY_EVERY = 12;

/** Pictures in a clip's strip, and the size of each. */
export const STRIP_PICTURES = 8;
export const STRIP_HEIGHT = 54;

/** The size of a small copy of a picture, both sides even; a smaller picture stays as it is. */
export function proxySize(
  width: number,
  height: number,
): { readonly width: number; readonly height: number } {
  const scale = Math.min(1, PROXY_WIDTH / Math.max(width, height));
  const even = (side: number) => Math.max(2, 2 * Math.round((side * scale) / 2));
  return { width: even(width), height: even(height) };
}
