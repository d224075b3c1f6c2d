import type { Luma } from './luma.ts';

/**
 * How much brighter, and how much darker, the quarter of the picture became that did so most; of
 * full scale, 0–1. What only moves makes as much of the picture brighter as darker.
 */
export interface LightChange {
  readonly brighter: number;
  readonly darker: number;
}

/** Nothing becomes brighter or darker. */
export const NO_CHANGE: LightChange = { brighter: 0, darker: 0 };

/** Parts of the picture along each side. */
const PARTS = 8;

const known = new WeakMap<Luma, Float32Array>();

/** The mean brightness of each part, remembered by the picture: each is compared with two. */
function meansOf(picture: Luma): Float32Array {
  const before = known.get(picture);
  if (before) return before;
  const { width, height, values } = picture;
  const sums = new Float32Array(PARTS * PARTS);
  const counts = new Float32Array(PARTS * PARTS);
  for (let y = 0; y < height; y++) {
    const row = Math.floor((y * PARTS) / height) * PARTS;
    for (let x = 0; x < width; x++) {
      const part = row + (((x * PARTS) / width) | 0);
      sums[part]! += values[y * width + x]!;
      counts[part]!++;
    }
  }
  const means = sums.map((sum, i) => sum / Math.max(1, counts[i]!));
  known.set(picture, means);
  return means;
}

/** How the light of parts changes from one picture to another of the same size. */
export function lightChange(before: Luma, after: Luma): LightChange {
  const [a, b] = [meansOf(before), meansOf(after)];
  const changes = b.map((x, i) => (x - a[i]!) / 255).toSorted();
  const quarter = changes.length / 4;
  const mean = (some: Float32Array) => some.reduce((sum, x) => sum + x, 0) / some.length;
  return {
    brighter: Math.max(0, mean(changes.subarray(-quarter))),
    darker: Math.max(0, -mean(changes.subarray(0, quarter))),
  };
}
