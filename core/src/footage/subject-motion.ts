import type { CameraMove } from './camera-move.ts';
import { halved, type Luma } from './luma.ts';

/**
 * What moves by itself in a picture, once the camera's move is taken off: where its middle is, in
 * widths from the middle of the picture, how it moves, in widths a frame, and how much of the
 * picture it is.
 */
export interface SubjectMotion {
  readonly x: number;
  readonly y: number;
  readonly vx: number;
  readonly vy: number;
  /** Part of what moves that goes that way, 0–1: what turns, or two things, have no one way. */
  readonly agreed: number;
  /** Part of the picture in which something moves by itself, 0–1. */
  readonly size: number;
  /** Part of what moves that touches an edge of the picture, 0–1. */
  readonly atEdge: number;
}

/** Nothing moves by itself. */
export const NO_SUBJECT: SubjectMotion = {
  x: 0,
  y: 0,
  vx: 0,
  vy: 0,
  agreed: 0,
  size: 0,
  atEdge: 0,
};

/** Pixels along the side of a cell, and of the block about it that is looked for. */
const CELL = 8;
const MARGIN = 4;
/** Steps of brightness over the usual of a picture's cells from which one moves by itself. */
const LEAST_STEP = 2.5;
const OVER_USUAL = 2.5;
/** Part of the picture beyond which it is not a subject but another picture. */
const MOST = 0.6;
/** How far a block is looked for, in pixels of a picture half as wide. */
const REACH = 7;
/** Part of a block's difference that a shift must take away to be its way. */
const EXPLAINED = 0.35;
/** What a pixel of shift costs, as a part of the difference without one. */
const LEAST_SHIFT = 0.02;
/** How near shifts of two blocks are alike, in pixels. */
const ALIKE = 1.5;
/** How much more a shift counts that goes on with the one before. */
const GOES_ON = 2.5;

/** The picture before as it would be after the camera's move, NaN where that is not known. */
function carried({ width, height, values }: Luma, { x, y, scale, turn }: CameraMove): Float32Array {
  const out = new Float32Array(values.length);
  const [cosine, sine] = [Math.cos(turn) / scale, Math.sin(turn) / scale];
  const [middleX, middleY] = [(width - 1) / 2, (height - 1) / 2];
  for (let row = 0; row < height; row++) {
    const dy = row - middleY - y * width;
    for (let column = 0; column < width; column++) {
      const dx = column - middleX - x * width;
      const px = cosine * dx + sine * dy + middleX;
      const py = cosine * dy - sine * dx + middleY;
      const at = row * width + column;
      if (!(px >= 0 && py >= 0 && px < width - 1 && py < height - 1)) {
        out[at] = NaN;
        continue;
      }
      const left = px | 0;
      const top = py | 0;
      const across = px - left;
      const down = py - top;
      const from = top * width + left;
      const above = values[from]! + across * (values[from + 1]! - values[from]!);
      const below =
        values[from + width]! + across * (values[from + width + 1]! - values[from + width]!);
      out[at] = above + down * (below - above);
    }
  }
  return out;
}

/** Brings a carried picture to the light of the one after it; what is not known becomes as that. */
function relit(before: Float32Array, after: Float32Array): Float32Array {
  let [n, a, b, aa, ab] = [0, 0, 0, 0, 0];
  for (let i = 0; i < after.length; i++) {
    const x = before[i]!;
    if (Number.isNaN(x)) continue;
    const y = after[i]!;
    n++;
    a += x;
    b += y;
    aa += x * x;
    ab += x * y;
  }
  const spread = aa - (a * a) / Math.max(1, n);
  const slope = (ab - (a * b) / Math.max(1, n)) / Math.max(1e-6, spread);
  const gain = spread > n ? Math.min(1.5, Math.max(0.67, slope)) : 1;
  const offset = (b - gain * a) / Math.max(1, n);
  const out = new Float32Array(before.length);
  for (let i = 0; i < out.length; i++) {
    const x = before[i]!;
    out[i] = Number.isNaN(x) ? after[i]! : gain * x + offset;
  }
  return out;
}

/** Sum of absolute differences of a block with one `(dx, dy)` away in another picture. */
function difference(
  [from, to]: readonly [Luma, Luma],
  [left, top, right, bottom]: Block,
  dx: number,
  dy: number,
): number {
  const { width } = from;
  let sum = 0;
  for (let y = top; y < bottom; y++) {
    const row = y * width;
    const other = (y - dy) * width - dx;
    for (let x = left; x < right; x++)
      sum += Math.abs(to.values[row + x]! - from.values[other + x]!);
  }
  return sum;
}

/** A part of a picture: its left, top, right and bottom. */
type Block = readonly [left: number, top: number, right: number, bottom: number];

interface Shift {
  readonly dx: number;
  readonly dy: number;
}

interface Match extends Shift {
  /** Difference that the shift takes away, a pixel. */
  readonly gained: number;
}

/** Finds where a block came from, among the shifts within `reach` of one. */
function matched(
  pictures: readonly [Luma, Luma],
  block: Block,
  about: Shift,
  reach: number,
): Match {
  const [{ width, height }] = pictures;
  const [left, top, right, bottom] = block;
  const still = difference(pictures, block, 0, 0);
  let best = { dx: 0, dy: 0, left: still, cost: still };
  for (let dy = about.dy - reach; dy <= about.dy + reach; dy++) {
    if (top - dy < 0 || bottom - dy > height) continue;
    for (let dx = about.dx - reach; dx <= about.dx + reach; dx++) {
      if (left - dx < 0 || right - dx > width) continue;
      const rest = difference(pictures, block, dx, dy);
      // Along an even edge all shifts fit: of those the least.
      const cost = rest + still * LEAST_SHIFT * (Math.abs(dx) + Math.abs(dy));
      if (cost < best.cost) best = { dx, dy, left: rest, cost };
    }
  }
  const pixels = (right - left) * (bottom - top);
  // At the end of the reach it has most likely come from farther, or fits anywhere.
  const inside = Math.max(Math.abs(best.dx - about.dx), Math.abs(best.dy - about.dy)) < reach;
  const clear = still - best.left >= EXPLAINED * still;
  const explained = clear && (inside || reach === 1) ? still - best.left : 0;
  return { dx: best.dx, dy: best.dy, gained: explained / Math.max(1, pixels) };
}

/** Where between three values one to either side the lowest lies, by a parabola; −½ to ½. */
function lowestBetween(before: number, at: number, after: number): number {
  const bend = before - 2 * at + after;
  return bend > 1e-6 ? Math.max(-0.5, Math.min(0.5, (before - after) / (2 * bend))) : 0;
}

/** A match to parts of a pixel, where its block has a pixel of room on all sides. */
function refined(pictures: readonly [Luma, Luma], block: Block, match: Match): Match {
  const [{ width, height }] = pictures;
  const [left, top, right, bottom] = block;
  const { dx, dy } = match;
  const room =
    left - dx >= 1 &&
    top - dy >= 1 &&
    right - dx < width &&
    bottom - dy < height &&
    match.gained > 0;
  if (!room) return match;
  const at = (x: number, y: number) => difference(pictures, block, dx + x, dy + y);
  const here = at(0, 0);
  return {
    ...match,
    dx: dx + lowestBetween(at(-1, 0), here, at(1, 0)),
    dy: dy + lowestBetween(at(0, -1), here, at(0, 1)),
  };
}

/**
 * The shift that most blocks share, each counting by what it explains: the mean of those about the
 * one that most agree with, since ground that comes into view is found anywhere.
 */
function shared(matches: readonly Match[], expected: Shift): Shift & { readonly agreed: number } {
  const all = matches.reduce((sum, { gained }) => sum + gained, 1e-9);
  let best = { dx: 0, dy: 0, agreed: 0 };
  let most = 0;
  for (const middle of matches) {
    let [sum, dx, dy] = [0, 0, 0];
    for (const other of matches) {
      if (Math.hypot(other.dx - middle.dx, other.dy - middle.dy) > ALIKE) continue;
      sum += other.gained;
      dx += other.gained * other.dx;
      dy += other.gained * other.dy;
    }
    // Of two that go different ways the one is followed that was followed before.
    const goesOn = Math.hypot(middle.dx - expected.dx, middle.dy - expected.dy) <= 2 * ALIKE;
    const score = goesOn ? GOES_ON * sum : sum;
    if (score > most) [most, best] = [score, { dx: dx / sum, dy: dy / sum, agreed: sum / all }];
  }
  return best;
}

/** Mean absolute difference of two pictures in each cell, row by row. */
function cellDifferences(
  a: Float32Array,
  b: Float32Array,
  { width, height }: Luma,
): { readonly across: number; readonly down: number; readonly values: Float32Array } {
  const [across, down] = [Math.floor(width / CELL), Math.floor(height / CELL)];
  const values = new Float32Array(across * down);
  for (let y = 0; y < down * CELL; y++)
    for (let x = 0; x < across * CELL; x++) {
      const at = y * width + x;
      values[((y / CELL) | 0) * across + ((x / CELL) | 0)]! += Math.abs(a[at]! - b[at]!);
    }
  return { across, down, values: values.map((sum) => sum / (CELL * CELL)) };
}

/**
 * What moves by itself between two pictures of one size, of which the camera's move is known: cells
 * that the move does not explain, and by block matching where most of them came from. `expected` is
 * how it moved the frame before.
 */
export function subjectMotion(
  before: Luma,
  after: Luma,
  move: CameraMove,
  expected: Pick<SubjectMotion, 'vx' | 'vy'> = NO_SUBJECT,
): SubjectMotion {
  const { width, height } = after;
  const warped = { width, height, values: relit(carried(before, move), after.values) };
  const cells = cellDifferences(warped.values, after.values, after);
  const usual = cells.values.toSorted()[cells.values.length >> 1] ?? 0;
  const least = LEAST_STEP + OVER_USUAL * usual;
  const moving = [...cells.values.keys()].filter((i) => cells.values[i]! > least);
  if (moving.length === 0) return NO_SUBJECT;
  const size = moving.length / cells.values.length;
  if (size > MOST) return { ...NO_SUBJECT, size };
  const small = [halved(warped), halved(after)] as const;
  let [all, x, y, edge] = [0, 0, 0, 0];
  const matches: Match[] = [];
  for (const i of moving) {
    const [column, row] = [i % cells.across, Math.floor(i / cells.across)];
    const strength = cells.values[i]!;
    all += strength;
    x += strength * (column + 0.5);
    y += strength * (row + 0.5);
    const outer =
      column === 0 || row === 0 || column === cells.across - 1 || row === cells.down - 1;
    if (outer) edge += strength;
    const block = [
      Math.max(0, column * CELL - MARGIN),
      Math.max(0, row * CELL - MARGIN),
      Math.min(width, (column + 1) * CELL + MARGIN),
      Math.min(height, (row + 1) * CELL + MARGIN),
    ] as const;
    const half = block.map((edgeAt) => edgeAt >> 1) as unknown as Block;
    const coarse = matched(small, half, { dx: 0, dy: 0 }, REACH);
    const pictures = [warped, after] as const;
    const about = coarse.gained > 0 ? { dx: 2 * coarse.dx, dy: 2 * coarse.dy } : { dx: 0, dy: 0 };
    const fine = matched(pictures, block, about, 1);
    matches.push(refined(pictures, block, fine));
  }
  const { dx, dy, agreed } = shared(matches, { dx: expected.vx * width, dy: expected.vy * width });
  return {
    x: ((x / all) * CELL) / width - 0.5,
    y: ((y / all) * CELL - height / 2) / width,
    vx: dx / width,
    vy: dy / width,
    agreed,
    size,
    atEdge: edge / all,
  };
}
