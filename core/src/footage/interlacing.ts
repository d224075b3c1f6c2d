import type { Plane } from './boxed.ts';

/** Size of the blocks that are looked at, in pixels, and how many at most, across and down. */
const [ACROSS, DOWN] = [8, 16];
const [MOST_ACROSS, MOST_DOWN] = [40, 24];
/** Mean difference from the picture before, of 255, from which a block moves. */
const MOVES = 6;
/** Mean difference of lines that follow each other, of 255, under which a comb is not seen. */
const SEEN = 6;
/**
 * How much more lines that follow each other differ than every other line does: in whole pictures
 * that is at most as much, with noise alone as much.
 */
const COMB = 1.5;
/** Blocks with a comb that are needed, pictures that have some, and their part of what moves. */
const LEAST_BLOCKS = 30;
const LEAST_PICTURES = 3;
const LEAST_PART = 0.08;

/** Takes the brightness of the pictures of a clip, one after the other, as they were coded. */
export interface InterlacingDetector {
  readonly take: (plane: Plane) => void;
  /** Whether the pictures so far hold two instants each, in every other line. */
  readonly interlaced: () => boolean;
}

/** Where blocks lie along a side: their first pixels. */
function places(side: number, block: number, most: number): number[] {
  const count = Math.min(most, Math.floor(side / block));
  return Array.from({ length: count }, (_, i) => Math.floor((i * (side - block)) / count));
}

/** What a block of lines tells, the blocks put one after the other, from its first pixel on. */
interface Block {
  /** Mean difference from the same block of the picture before. */
  readonly moved: number;
  /** Mean difference of lines that follow each other, and of every other one. */
  readonly next: number;
  readonly other: number;
}

const PIXELS = ACROSS * DOWN;

function blockAt(pixels: Uint8Array, before: Uint8Array, first: number): Block {
  let [moved, next, other] = [0, 0, 0];
  for (let i = first; i < first + PIXELS; i++) moved += Math.abs(pixels[i]! - before[i]!);
  const compared = ACROSS * (DOWN - 2);
  for (let i = first; i < first + compared; i++) {
    next += Math.abs(pixels[i]! - pixels[i + ACROSS]!);
    other += Math.abs(pixels[i]! - pixels[i + 2 * ACROSS]!);
  }
  return { moved: moved / PIXELS, next: next / compared, other: other / compared };
}

/** The pixels of the blocks of a picture that are looked at, block by block. */
function blocksOf({ bytes, offset, stride, width, height }: Plane): Uint8Array {
  const [columns, rows] = [places(width, ACROSS, MOST_ACROSS), places(height, DOWN, MOST_DOWN)];
  const pixels = new Uint8Array(columns.length * rows.length * PIXELS);
  let at = 0;
  for (const y of rows)
    for (const x of columns)
      for (let row = 0; row < DOWN; row++) {
        const start = offset + (y + row) * stride + x;
        for (let column = 0; column < ACROSS; column++) pixels[at++] = bytes[start + column]!;
      }
  return pixels;
}

/**
 * Tells interlaced pictures from whole ones by the comb that they have where something moves: there
 * a line differs from the next, which is of another instant, by more than from the one after that.
 * What is striped but at rest does not count. Pictures that were coded interlaced and do not move
 * look whole, and are.
 */
export function interlacingDetector(): InterlacingDetector {
  let [pictures, combed, moving] = [0, 0, 0];
  let before: Uint8Array | null = null;
  return {
    take(plane) {
      const pixels = blocksOf(plane);
      const sofar = combed;
      // Pictures of another size than the one before cannot be compared with it.
      const end = before?.length === pixels.length ? pixels.length : 0;
      for (let first = 0; before && first < end; first += PIXELS) {
        const { moved, next, other } = blockAt(pixels, before, first);
        if (moved <= MOVES) continue;
        moving++;
        if (next > SEEN && next > COMB * other) combed++;
      }
      before = pixels;
      if (combed > sofar) pictures++;
    },
    interlaced: () =>
      combed >= LEAST_BLOCKS && pictures >= LEAST_PICTURES && combed >= LEAST_PART * moving,
  };
}
