import type { Luma } from './luma.ts';

/** A plane of bytes, `stride` from row to row, starting at `offset`. */
export interface Plane {
  readonly bytes: Uint8Array;
  readonly offset: number;
  readonly stride: number;
  readonly width: number;
  readonly height: number;
}

/**
 * A plane made smaller: each pixel the mean of the block of whole pixels that it stands for, so that noise and detail finer
 * than a pixel go. Sizes larger than the plane are cut down to it.
 */
export function boxed(
  { bytes, offset, stride, width, height }: Plane,
  wantedWidth: number,
  wantedHeight: number,
): Luma {
  const [outWidth, outHeight] = [Math.min(width, wantedWidth), Math.min(height, wantedHeight)];
  const columns = Int32Array.from({ length: outWidth + 1 }, (_, x) => Math.floor((x * width) / outWidth));
  const sums = new Float64Array(outWidth);
  const values = new Float32Array(outWidth * outHeight);
  for (let y = 0; y < outHeight; y++) {
    const [first, end] = [Math.floor((y * height) / outHeight), Math.floor(((y + 1) * height) / outHeight)];
    sums.fill(0);
    for (let row = first; row < end; row++) {
      const start = offset + row * stride;
      for (let x = 0; x < outWidth; x++) {
        let sum = 0;
        for (let column = columns[x]!; column < columns[x + 1]!; column++) sum += bytes[start + column]!;
        sums[x]! += sum;
      }
    }
    for (let x = 0; x < outWidth; x++)
      values[y * outWidth + x] = sums[x]! / ((end - first) * (columns[x + 1]! - columns[x]!));
  }
  return { width: outWidth, height: outHeight, values };
}

/** A picture turned clockwise by quarter turns. */
export function turned(luma: Luma, quarters: number): Luma {
  const times = ((quarters % 4) + 4) % 4;
  if (times === 0) return luma;
  const { width, height, values } = luma;
  const turnedOnce = new Float32Array(values.length);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) turnedOnce[x * height + (height - 1 - y)] = values[y * width + x]!;
  return turned({ width: height, height: width, values: turnedOnce }, times - 1);
}
