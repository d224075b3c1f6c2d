import { sourceFrames, type SourceFrames, type GivenSourceFrames } from '../time/index.ts';
import type { Luma } from './luma.ts';

/** Cells of a look across and down, and directions of edges told apart in each. */
export const CELLS = 4;
export const DIRECTIONS = 8;

/** The mean colour of each cell of a picture, row by row: red, green and blue, 0–1. */
export type ColourGrid = Float32Array;

/** What a picture looks like as a whole, in a few numbers. */
export interface Look {
  readonly at: SourceFrames;
  readonly colours: ColourGrid;
  /**
   * For each cell, row by row, how strong its edges of each direction are; all together their
   * squares sum to 1, or 0.
   */
  readonly edges: Float32Array;
}

/** The mean colour of a picture, each part 0–1. */
export interface Colour {
  readonly red: number;
  readonly green: number;
  readonly blue: number;
}

/** The mean of a grid of colours. */
export function meanColour(grid: ColourGrid): Colour {
  const sums = [0, 0, 0];
  grid.forEach((x, i) => (sums[i % 3]! += x));
  const [red, green, blue] = sums.map((sum) => (3 * sum) / grid.length) as [number, number, number];
  return { red, green, blue };
}

/** A grid of one colour. */
export const evenGrid = ({ red, green, blue }: Colour): ColourGrid =>
  Float32Array.from({ length: 3 * CELLS * CELLS }, (_, i) => [red, green, blue][i % 3]!);

/**
 * The mean brightness of each cell of a picture, as a small picture; a smaller one is given back.
 */
export function cellMeans(luma: Luma): Luma {
  const { width, height, values } = luma;
  if (width < CELLS || height < CELLS) return luma;
  const [sums, counts] = [new Float32Array(CELLS * CELLS), new Float32Array(CELLS * CELLS)];
  for (let y = 0; y < height; y++) {
    const row = Math.floor((y * CELLS) / height) * CELLS;
    for (let x = 0; x < width; x++) {
      const cell = row + Math.floor((x * CELLS) / width);
      sums[cell]! += values[y * width + x]!;
      counts[cell]!++;
    }
  }
  return { width: CELLS, height: CELLS, values: sums.map((sum, i) => sum / counts[i]!) };
}

/**
 * The look of a picture at a frame. Edges are counted by direction in a grid of cells, each by its
 * strength, and evened (square roots), so that exposure and a few strong edges do not rule: a
 * histogram of oriented gradients (Dalal and Triggs, 2005), which as a description of a whole place
 * goes back to Oliva and Torralba (2001).
 */
export function lookOf(
  { width, height, values }: Luma,
  colours: ColourGrid,
  frame: GivenSourceFrames,
): Look {
  const edges = new Float32Array(CELLS * CELLS * DIRECTIONS);
  for (let y = 1; y < height - 1; y++) {
    const row = Math.floor((y * CELLS) / height) * CELLS;
    for (let x = 1; x < width - 1; x++) {
      const at = y * width + x;
      const across = values[at + 1]! - values[at - 1]!;
      const down = values[at + width]! - values[at - width]!;
      // An edge has no head or tail: directions half a turn apart are one.
      const turn = (Math.atan2(down, across) / Math.PI + 1) % 1;
      const direction = Math.floor(turn * DIRECTIONS + 0.5) % DIRECTIONS;
      edges[(row + Math.floor((x * CELLS) / width)) * DIRECTIONS + direction]! += Math.hypot(
        across,
        down,
      );
    }
  }
  const total = edges.reduce((sum, e) => sum + e, 0);
  // The root of each part: then their squares sum to 1.
  return {
    at: sourceFrames(frame),
    colours,
    edges: edges.map((e) => (total > 0 ? Math.sqrt(e / total) : 0)),
  };
}

/** The look nearest to a frame; null when there are none. */
export const lookAt = (looks: readonly Look[], frame: GivenSourceFrames): Look | null =>
  looks.reduce<Look | null>(
    (best, look) => (best && Math.abs(best.at - frame) <= Math.abs(look.at - frame) ? best : look),
    null,
  );
