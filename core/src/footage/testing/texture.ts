import { seeded } from '../../numbers/seeded.ts';
import type { CameraMove } from '../camera-move.ts';
import type { Luma } from '../luma.ts';

/** A picture without end that looks like real ones: noise of many sizes, the finer the fainter. */
export function texture(seed: number): (x: number, y: number) => number {
  const random = seeded(seed);
  const octaves = [3, 7, 15, 31, 63, 127].map((cells, i) => ({
    cells,
    weight: 0.75 ** i,
    values: Float64Array.from({ length: 128 * 128 }, () => random()),
  }));
  const total = octaves.reduce((sum, o) => sum + o.weight, 0);
  return (x, y) => {
    let sum = 0;
    for (const { cells, weight, values } of octaves) {
      const [u, v] = [x * cells, y * cells];
      const [left, top] = [Math.floor(u), Math.floor(v)];
      const [a, b] = [u - left, v - top].map((t) => t * t * (3 - 2 * t)) as [number, number];
      const at = (i: number, j: number) => values[((j & 127) << 7) + (i & 127)]!;
      const upper = at(left, top) * (1 - a) + at(left + 1, top) * a;
      const lower = at(left, top + 1) * (1 - a) + at(left + 1, top + 1) * a;
      sum += weight * (upper * (1 - b) + lower * b);
    }
    return 255 * Math.min(1, Math.max(0, 0.5 + 2.2 * (sum / total - 0.5)));
  };
}

/**
 * What a camera sees of a texture after a move, at a size; four rays a pixel. A point p is seen at
 * scale·turned(p) + shift.
 */
export function seen(
  of: (x: number, y: number) => number,
  { x, y, scale, turn }: CameraMove,
  width: number,
  height: number,
): Luma {
  const values = new Float32Array(width * height);
  const [cosine, sine] = [Math.cos(turn) / scale, Math.sin(turn) / scale];
  for (let row = 0; row < height; row++)
    for (let column = 0; column < width; column++) {
      let sum = 0;
      for (const [i, j] of [
        [0.25, 0.25],
        [0.75, 0.25],
        [0.25, 0.75],
        [0.75, 0.75],
      ] as const) {
        const u = (column + i - width / 2) / width - x;
        const v = (row + j - height / 2) / width - y;
        sum += of(cosine * u + sine * v, cosine * v - sine * u);
      }
      values[row * width + column] = sum / 4;
    }
  return { width, height, values };
}

/** A picture with noise of a deviation and with its brightness changed. */
export function disturbed(luma: Luma, seed: number, noise: number, gain = 1, offset = 0): Luma {
  const random = seeded(seed);
  // The sum of four even numbers is nearly normal, of deviation 1/√3.
  const normal = () => (random() + random() + random() + random() - 2) * Math.sqrt(3);
  return {
    ...luma,
    values: luma.values.map((v) =>
      Math.round(Math.min(255, Math.max(0, gain * v + offset + noise * normal()))),
    ),
  };
}
