import { CaesuraError } from '../time/index.ts';

/** The brightness of a picture, row by row, 0 to 255. */
export interface Luma {
  readonly width: number;
  readonly height: number;
  readonly values: Float32Array;
}

/**
 * Brightness from bytes of a plane, `stride` bytes from row to row. Throws when there are too few.
 */
export function lumaOf(bytes: Uint8Array, width: number, height: number, stride = width): Luma {
  if (bytes.length < stride * (height - 1) + width)
    throw new CaesuraError(
      'bad-picture',
      'A picture is smaller than it says.',
      'Decode the clip again.',
    );
  const values = new Float32Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) values[y * width + x] = bytes[y * stride + x]!;
  return { width, height, values };
}

/** A picture at half the size: the mean of each four, the last column or row left out when odd. */
export function halved({ width, height, values }: Luma): Luma {
  const [w, h] = [width >> 1, height >> 1];
  const half = new Float32Array(w * h);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const at = 2 * y * width + 2 * x;
      half[y * w + x] =
        (values[at]! + values[at + 1]! + values[at + width]! + values[at + width + 1]!) / 4;
    }
  return { width: w, height: h, values: half };
}

/** A picture with its slopes, for alignment. */
export interface Level extends Luma {
  /** Change of brightness a pixel to the right and down. */
  readonly slopeX: Float32Array;
  readonly slopeY: Float32Array;
}

/**
 * Blurs with 1-2-1 both ways, edges repeated, so that slopes between pixels are as they are at
 * them.
 */
function softened({ width, height, values }: Luma): Float32Array {
  const across = new Float32Array(values.length);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const row = y * width;
      const [left, right] = [
        values[row + Math.max(0, x - 1)]!,
        values[row + Math.min(width - 1, x + 1)]!,
      ];
      across[row + x] = (left + 2 * values[row + x]! + right) / 4;
    }
  const soft = new Float32Array(values.length);
  for (let y = 0; y < height; y++) {
    const [above, below] = [Math.max(0, y - 1) * width, Math.min(height - 1, y + 1) * width];
    for (let x = 0; x < width; x++)
      soft[y * width + x] =
        (across[above + x]! + 2 * across[y * width + x]! + across[below + x]!) / 4;
  }
  return soft;
}

/**
 * Change of brightness a pixel at one, `step` from its neighbours: to the fourth order from two on
 * either side, else to the second. The second order alone makes fine detail too flat, and small
 * shifts seem larger by some per cent.
 */
function slopeAt(values: Float32Array, at: number, step: number, inside: boolean): number {
  const near = values[at + step]! - values[at - step]!;
  return inside ? (8 * near - (values[at + 2 * step]! - values[at - 2 * step]!)) / 12 : near / 2;
}

function levelOf(luma: Luma): Level {
  const { width, height } = luma;
  const values = softened(luma);
  const [slopeX, slopeY] = [new Float32Array(values.length), new Float32Array(values.length)];
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const at = y * width + x;
      slopeX[at] = slopeAt(values, at, 1, x >= 2 && x < width - 2);
      slopeY[at] = slopeAt(values, at, width, y >= 2 && y < height - 2);
    }
  return { width, height, values, slopeX, slopeY };
}

/** Smallest side of the smallest level. */
const SMALLEST = 10;

/** A picture at its size and at halves of it, the largest first. */
export function levelsOf(luma: Luma): Level[] {
  const levels = [levelOf(luma)];
  for (let next = halved(luma); Math.min(next.width, next.height) >= SMALLEST; next = halved(next))
    levels.push(levelOf(next));
  return levels;
}
