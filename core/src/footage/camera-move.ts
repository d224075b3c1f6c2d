import type { Level } from './luma.ts';

/**
 * How a picture lies against the one before: a point at p from the middle of the one before is
 * found at scale·turned(p) + (x, y). Lengths in widths of the picture, the turn in radians,
 * clockwise on the screen.
 */
export interface CameraMove {
  readonly x: number;
  readonly y: number;
  readonly scale: number;
  readonly turn: number;
}

export const NO_MOVE: CameraMove = { x: 0, y: 0, scale: 1, turn: 0 };

/** The move from before one to after another that follows it. */
export function composed(first: CameraMove, next: CameraMove): CameraMove {
  const [cosine, sine] = [next.scale * Math.cos(next.turn), next.scale * Math.sin(next.turn)];
  return {
    x: cosine * first.x - sine * first.y + next.x,
    y: sine * first.x + cosine * first.y + next.y,
    scale: first.scale * next.scale,
    turn: first.turn + next.turn,
  };
}

/** Most steps at one level, and the step, in pixels, under which no more is made. */
const MOST_STEPS = 15;
const SMALL_STEP = 0.004;
/**
 * Middle differences of brightness that count a quarter: 2.7 standard deviations where differences
 * are normally spread, so that noise keeps nearly all its weight.
 */
const SPREAD = 4;
/** Least part of a picture that must lie over the other. */
const LEAST_OVERLAP = 0.25;
/**
 * Unknowns: shift across and down, logarithm of the scale, turn, gain and offset of the brightness.
 */
const UNKNOWNS = 6;

/** A move with how well it fits. */
export interface Fit {
  readonly move: CameraMove;
  /**
   * Middle absolute difference of brightness after the move, gain and offset taken off; 0 to 255.
   */
  readonly error: number;
  /** Mean absolute difference likewise: what the move does not explain. */
  readonly residual: number;
  /**
   * Part of the pixels that it does not explain, those off by a step of brightness by half (Geman
   * and McClure 1985).
   */
  readonly unexplained: number;
  /** Correlation of the two pictures where they lie over one another. */
  readonly correlation: number;
}

/**
 * Solves a symmetric positive system of equations in place by Cholesky decomposition; false when it
 * is singular.
 */
function solve(matrix: Float64Array, right: Float64Array): boolean {
  const n = UNKNOWNS;
  for (let i = 0; i < n; i++)
    for (let j = 0; j <= i; j++) {
      let sum = matrix[i * n + j]!;
      for (let k = 0; k < j; k++) sum -= matrix[i * n + k]! * matrix[j * n + k]!;
      if (i === j) {
        if (sum <= 1e-9) return false;
        matrix[i * n + i] = Math.sqrt(sum);
      } else matrix[i * n + j] = sum / matrix[j * n + j]!;
    }
  for (let i = 0; i < n; i++) {
    let sum = right[i]!;
    for (let k = 0; k < i; k++) sum -= matrix[i * n + k]! * right[k]!;
    right[i] = sum / matrix[i * n + i]!;
  }
  for (let i = n - 1; i >= 0; i--) {
    let sum = right[i]!;
    for (let k = i + 1; k < n; k++) sum -= matrix[k * n + i]! * right[k]!;
    right[i] = sum / matrix[i * n + i]!;
  }
  return true;
}

/** What is known of the brightness of one picture against the other. */
interface Light {
  readonly gain: number;
  readonly offset: number;
}

const SAME_LIGHT: Light = { gain: 1, offset: 0 };

/**
 * Bins in which differences of brightness are counted, to find their middle, and bins to a step of
 * brightness.
 */
const BINS = 1024;
const BINS_PER_STEP = 8;
const counts = new Uint32Array(BINS);

/**
 * The equations of a step, gathered over pixels: the lower triangle of the matrix and the right
 * side.
 */
interface System {
  readonly matrix: Float64Array;
  readonly right: Float64Array;
  /** Difference of brightness that counts a quarter. */
  readonly spread: number;
}

/**
 * Lays one picture over the other by a move and measures what is left, with the light as given;
 * `every` other pixel and row is left out. With a system its equations are gathered in the same
 * pass, and the middle difference is that of the pixels that tell of movement: each counts by its
 * slopes, since in an even wall all fits. The light that fits best comes back with the fit.
 */
function laidOver(
  before: Level,
  after: Level,
  move: CameraMove,
  { light, every, system }: { light: Light; every: number; system: System | null },
): Fit & { readonly light: Light } {
  const { width, height, values } = before;
  const { width: afterWidth, height: afterHeight, values: afterValues, slopeX, slopeY } = after;
  const middleX = (width - 1) / 2;
  const middleY = (height - 1) / 2;
  const cosine = move.scale * Math.cos(move.turn);
  const sine = move.scale * Math.sin(move.turn);
  const shiftX = move.x * width + middleX;
  const shiftY = move.y * width + middleY;
  const { gain, offset } = light;
  const { matrix, right, spread } = system ?? { matrix: null, right: null, spread: 1 };
  // Scale and turn in units that move the edge by about a pixel, so that all unknowns are of one
  // size.
  const reach = width / 2;
  counts.fill(0);
  let n = 0;
  let counted = 0;
  let sum = 0;
  let off = 0;
  let sumA = 0;
  let sumB = 0;
  let sumAA = 0;
  let sumAB = 0;
  let sumBB = 0;
  // The lower triangle and the right side, each a variable of its own: kept as arrays they take
  // half as long again.
  let m00 = 0;
  let m10 = 0;
  let m11 = 0;
  let m20 = 0;
  let m21 = 0;
  let m22 = 0;
  let m30 = 0;
  let m31 = 0;
  let m32 = 0;
  let m33 = 0;
  let m40 = 0;
  let m41 = 0;
  let m42 = 0;
  let m43 = 0;
  let m44 = 0;
  let m50 = 0;
  let m51 = 0;
  let m52 = 0;
  let m53 = 0;
  let m54 = 0;
  let m55 = 0;
  let r0 = 0;
  let r1 = 0;
  let r2 = 0;
  let r3 = 0;
  let r4 = 0;
  let r5 = 0;
  for (let y = 1; y < height - 1; y += every) {
    const dy = y - middleY;
    for (let x = 1; x < width - 1; x += every) {
      const dx = x - middleX;
      const qx = cosine * dx - sine * dy;
      const qy = sine * dx + cosine * dy;
      const px = qx + shiftX;
      const py = qy + shiftY;
      if (!(px >= 1 && py >= 1 && px < afterWidth - 2 && py < afterHeight - 2)) continue;
      const left = px | 0;
      const top = py | 0;
      const across = px - left;
      const down = py - top;
      const cell = top * afterWidth + left;
      const w11 = across * down;
      const w10 = across - w11;
      const w01 = down - w11;
      const w00 = 1 - across - w01;
      const a = values[y * width + x]!;
      const below = cell + afterWidth;
      // Each by itself: taken apart from a list they take longer.
      const v00 = afterValues[cell]!;
      const v10 = afterValues[cell + 1]!;
      const v01 = afterValues[below]!;
      const v11 = afterValues[below + 1]!;
      const x00 = slopeX[cell]!;
      const x10 = slopeX[cell + 1]!;
      const x01 = slopeX[below]!;
      const x11 = slopeX[below + 1]!;
      const y00 = slopeY[cell]!;
      const y10 = slopeY[cell + 1]!;
      const y01 = slopeY[below]!;
      const y11 = slopeY[below + 1]!;
      // Between the pixels by the cubic that has their values and slopes (Hermite), along rows and
      // along columns.
      const backAcross = 1 - across;
      const backDown = 1 - down;
      const bendTop = backAcross * (x00 - v10 + v00) - across * (x10 - v10 + v00);
      const bendBottom = backAcross * (x01 - v11 + v01) - across * (x11 - v11 + v01);
      const bendLeft = backDown * (y00 - v01 + v00) - down * (y01 - v01 + v00);
      const bendRight = backDown * (y10 - v11 + v10) - down * (y11 - v11 + v10);
      const b =
        w00 * v00 +
        w10 * v10 +
        w01 * v01 +
        w11 * v11 +
        across * backAcross * (backDown * bendTop + down * bendBottom) +
        down * backDown * (backAcross * bendLeft + across * bendRight);
      const difference = b - gain * a - offset;
      const size = difference < 0 ? -difference : difference;
      n++;
      sum += size;
      off += (size * size) / (1 + size * size);
      sumA += a;
      sumB += b;
      sumAA += a * a;
      sumAB += a * b;
      sumBB += b * b;
      const slot = (BINS_PER_STEP * size + 0.5) | 0;
      if (!matrix) {
        counts[slot < BINS ? slot : BINS - 1]!++;
        counted++;
        continue;
      }
      const rises = w00 * x00 + w10 * x10 + w01 * x01 + w11 * x11;
      const falls = w00 * y00 + w10 * y10 + w01 * y01 + w11 * y11;
      const telling = (BINS_PER_STEP * (Math.abs(rises) + Math.abs(falls))) | 0;
      counts[slot < BINS ? slot : BINS - 1]! += telling;
      counted += telling;
      const part = difference / spread;
      const trust = 1 / (1 + part * part);
      const weight = trust * trust;
      const grows = (rises * qx + falls * qy) / reach;
      const turns = (falls * qx - rises * qy) / reach;
      const bright = -a / 128;
      const w0 = weight * rises;
      const w1 = weight * falls;
      const w2 = weight * grows;
      const w3 = weight * turns;
      const w4 = weight * bright;
      m00 += w0 * rises;
      m10 += w1 * rises;
      m11 += w1 * falls;
      m20 += w2 * rises;
      m21 += w2 * falls;
      m22 += w2 * grows;
      m30 += w3 * rises;
      m31 += w3 * falls;
      m32 += w3 * grows;
      m33 += w3 * turns;
      m40 += w4 * rises;
      m41 += w4 * falls;
      m42 += w4 * grows;
      m43 += w4 * turns;
      m44 += w4 * bright;
      m50 -= w0;
      m51 -= w1;
      m52 -= w2;
      m53 -= w3;
      m54 -= w4;
      m55 += weight;
      r0 -= w0 * difference;
      r1 -= w1 * difference;
      r2 -= w2 * difference;
      r3 -= w3 * difference;
      r4 -= w4 * difference;
      r5 += weight * difference;
    }
  }
  if (matrix && right) {
    const triangle = [
      m00,
      m10,
      m11,
      m20,
      m21,
      m22,
      m30,
      m31,
      m32,
      m33,
      m40,
      m41,
      m42,
      m43,
      m44,
      m50,
      m51,
      m52,
      m53,
      m54,
      m55,
    ];
    for (let i = 0, k = 0; i < UNKNOWNS; i++)
      for (let j = 0; j <= i; j++, k++) matrix[i * UNKNOWNS + j] = triangle[k]!;
    right.set([r0, r1, r2, r3, r4, r5]);
  }
  if (n < (LEAST_OVERLAP * values.length) / (every * every))
    return {
      move,
      error: Infinity,
      residual: Infinity,
      unexplained: 1,
      correlation: 0,
      light: SAME_LIGHT,
    };
  const varA = sumAA - (sumA * sumA) / n;
  const varB = sumBB - (sumB * sumB) / n;
  const covariance = sumAB - (sumA * sumB) / n;
  // Light changes by a little from frame to frame; more is another picture.
  const bestGain = varA > n ? Math.min(1.5, Math.max(0.67, covariance / varA)) : 1;
  let bin = 0;
  for (let under = counts[0]!; bin < BINS - 1 && under < counted / 2; under += counts[bin]!) bin++;
  return {
    move,
    error: bin / BINS_PER_STEP,
    residual: sum / n,
    unexplained: off / n,
    correlation: varA > n && varB > n ? covariance / Math.sqrt(varA * varB) : 1,
    light: { gain: bestGain, offset: (sumB - bestGain * sumA) / n },
  };
}

/**
 * Levels wider than this are compared on every second pixel of every second row where that is
 * enough: for the light, and while a move is refined. What is left after it is told from all.
 */
const FULLY = 100;
const everyOf = ({ width }: Level): 1 | 2 => (width > FULLY ? 2 : 1);

/**
 * How well a move fits at a level, with the brightness that fits best (least squares over what lies
 * over).
 */
export function fitOf(before: Level, after: Level, move: CameraMove): Fit {
  const { light } = laidOver(before, after, move, {
    light: SAME_LIGHT,
    every: everyOf(before),
    system: null,
  });
  return laidOver(before, after, move, { light, every: 1, system: null });
}

/**
 * Refines a move at one level: Gauss-Newton on the difference of brightness with gain and offset
 * (Lucas and Kanade 1981; Baker and Matthews 2004, forwards additive), each pixel weighted down by
 * how far it is off (Geman and McClure 1985), so that what moves by itself does not pull.
 */
export function refined(before: Level, after: Level, start: CameraMove): CameraMove {
  const { width } = before;
  const reach = width / 2;
  const every = everyOf(before);
  const matrix = new Float64Array(UNKNOWNS * UNKNOWNS);
  const right = new Float64Array(UNKNOWNS);
  let move = start;
  let { error, light } = laidOver(before, after, move, {
    light: SAME_LIGHT,
    every,
    system: null,
  });
  // The first light was taken against the same light; from here on each pass uses that of the one
  // before.
  for (let step = 0; step < MOST_STEPS && error < Infinity; step++) {
    const fit = laidOver(before, after, move, {
      light,
      every,
      system: { matrix, right, spread: Math.max(1, SPREAD * error) },
    });
    ({ error, light } = fit);
    if (error === Infinity) break;
    for (let i = 0; i < 4; i++) matrix[i * UNKNOWNS + i]! += 1;
    for (let i = 4; i < UNKNOWNS; i++) matrix[i * UNKNOWNS + i]! += 1e-3;
    if (!solve(matrix, right)) break;
    const [x, y, scale, turn] = right as unknown as [number, number, number, number];
    const next: CameraMove = {
      x: move.x + x / width,
      y: move.y + y / width,
      scale: move.scale * Math.exp(scale / reach),
      turn: move.turn + turn / reach,
    };
    if (!(Math.abs(next.x) < 1 && Math.abs(next.y) < 1 && next.scale > 0.5 && next.scale < 2))
      break;
    move = next;
    if (Math.max(Math.abs(x), Math.abs(y), Math.abs(scale), Math.abs(turn)) < SMALL_STEP) break;
  }
  return move;
}
