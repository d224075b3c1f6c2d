import type { Luma } from './luma.ts';

/** A plane of bytes, `stride` from row to row, starting at `offset`. */
export interface Plane {
  readonly bytes: Uint8Array;
  readonly offset: number;
  readonly stride: number;
  readonly width: number;
  readonly height: number;
}

/** Every other byte of a word. */
const EVERY_OTHER = 0x00ff00ff;
/** Rows whose bytes can be added in 16 bits. */
const MOST_ROWS = 257;
/**
 * Rows of a block from which on every other one is enough: that takes half the time and still
 * divides noise by much.
 */
const MANY_ROWS = 6;

/** Rows of a block: every `step`th from `first` up to but not including `end`. */
interface Rows {
  readonly first: number;
  readonly end: number;
  readonly step: number;
}

/** Adds up rows of a plane column by column, from column `from` on. */
function addByBytes(
  { bytes, offset, stride, width }: Plane,
  { first, end, step }: Rows,
  from: number,
  sums: Int32Array,
): void {
  sums.fill(0, from);
  for (let row = first; row < end; row += step) {
    const start = offset + row * stride;
    for (let column = from; column < width; column++)
      sums[column] = sums[column]! + bytes[start + column]!;
  }
}

/**
 * Adds up rows like `addByBytes`, four columns at a time, since the bytes of a word can be added as
 * two pairs of 16 bits, and three rows at a time, so that sums are seldom stored: several times as
 * fast. `words` is the plane from its offset on, of a little-endian machine; `pairs` holds two
 * numbers a word.
 */
function addByWords(
  words: Int32Array,
  wordStride: number,
  { first, end, step }: Rows,
  pairs: Int32Array,
): void {
  const count = pairs.length >> 1;
  pairs.fill(0);
  let row = first;
  for (; row + 2 * step < end; row += 3 * step) {
    const [one, two, three] = [0, step, 2 * step].map((down) => (row + down) * wordStride) as [
      number,
      number,
      number,
    ];
    for (let k = 0; k < count; k++) {
      const a = words[one + k]!;
      const b = words[two + k]!;
      const c = words[three + k]!;
      pairs[2 * k] = pairs[2 * k]! + (a & EVERY_OTHER) + (b & EVERY_OTHER) + (c & EVERY_OTHER);
      pairs[2 * k + 1] =
        pairs[2 * k + 1]! +
        ((a >>> 8) & EVERY_OTHER) +
        ((b >>> 8) & EVERY_OTHER) +
        ((c >>> 8) & EVERY_OTHER);
    }
  }
  for (; row < end; row += step)
    for (let k = 0, at = row * wordStride; k < count; k++, at++) {
      pairs[2 * k] = pairs[2 * k]! + (words[at]! & EVERY_OTHER);
      pairs[2 * k + 1] = pairs[2 * k + 1]! + ((words[at]! >>> 8) & EVERY_OTHER);
    }
}

/** Puts the pairs of sums of each word where their columns are. */
function unpaired(pairs: Int32Array, sums: Int32Array): void {
  for (let k = 0; k < pairs.length; k += 2) {
    const [even, odd] = [pairs[k]!, pairs[k + 1]!];
    const column = k << 1;
    sums[column] = even & 0xffff;
    sums[column + 1] = odd & 0xffff;
    sums[column + 2] = even >>> 16;
    sums[column + 3] = odd >>> 16;
  }
}

/** The words of a plane when they lie so that they can be read; null otherwise. */
function wordsOf({ bytes, offset, stride }: Plane): Int32Array | null {
  const at = bytes.byteOffset + offset;
  return at % 4 === 0 && stride % 4 === 0
    ? new Int32Array(bytes.buffer, at, (bytes.length - offset) >> 2)
    : null;
}

/**
 * A plane made smaller: each pixel the mean of the block of whole pixels that it stands for, so
 * that noise and detail finer than a pixel go; of high blocks, every other row. Sizes larger than
 * the plane are cut down to it.
 */
export function boxed(plane: Plane, wantedWidth: number, wantedHeight: number): Luma {
  const { stride, width, height } = plane;
  const [outWidth, outHeight] = [Math.min(width, wantedWidth), Math.min(height, wantedHeight)];
  const columns = Int32Array.from({ length: outWidth + 1 }, (_, x) =>
    Math.floor((x * width) / outWidth),
  );
  const words = wordsOf(plane);
  const sums = new Int32Array(width);
  const pairs = new Int32Array((width >> 2) * 2);
  const values = new Float32Array(outWidth * outHeight);
  for (let y = 0; y < outHeight; y++) {
    const [first, end] = [
      Math.floor((y * height) / outHeight),
      Math.floor(((y + 1) * height) / outHeight),
    ];
    const rows = { first, end, step: end - first >= MANY_ROWS ? 2 : 1 };
    const taken = Math.ceil((end - first) / rows.step);
    const byWords = words !== null && taken <= MOST_ROWS;
    if (byWords) {
      addByWords(words, stride >> 2, rows, pairs);
      unpaired(pairs, sums);
    }
    addByBytes(plane, rows, byWords ? width & ~3 : 0, sums);
    for (let x = 0, column = 0; x < outWidth; x++) {
      const next = columns[x + 1]!;
      const count = taken * (next - column);
      let sum = 0;
      for (; column < next; column++) sum += sums[column]!;
      values[y * outWidth + x] = sum / count;
    }
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
    for (let x = 0; x < width; x++)
      turnedOnce[x * height + (height - 1 - y)] = values[y * width + x]!;
  return turned({ width: height, height: width, values: turnedOnce }, times - 1);
}
