import { fitOf, NO_MOVE, refined, type CameraMove, type Fit } from './camera-move.ts';
import { phaseShift } from './phase-shift.ts';
import type { Level } from './luma.ts';

/** How a frame differs from the one before it. */
export interface Movement {
  /** Mean difference of brightness, 0–1. */
  readonly difference: number;
  /** Shift of the whole picture in widths of it, to the right and down. */
  readonly dx: number;
  readonly dy: number;
  /** Growth of the picture about its middle: 0.01 is one per cent. */
  readonly zoom: number;
  /** Radians, clockwise. */
  readonly turn: number;
  /**
   * Mean difference of brightness that the shift, zoom and turn do not explain, 0–1: what moves by
   * itself, and noise.
   */
  readonly residual: number;
  /** How much alike the two are once moved, −1 to 1; a shot change is little alike. */
  readonly alike: number;
}

/** Nothing moves before the first frame. */
export const STILL: Movement = {
  difference: 0,
  dx: 0,
  dy: 0,
  zoom: 0,
  turn: 0,
  residual: 0,
  alike: 1,
};

/** Width of the level at which guesses are compared. */
const GUESS_WIDTH = 64;

/** Guesses that are this near, in pixels of that level, lead to the same place. */
const SAME_GUESS = 1;

/** Moves under this many pixels need not be told from rest. */
const HARDLY = 0.01;

/** How far apart two moves put the edge of a picture, in widths, about. */
const apart = (a: CameraMove, b: CameraMove): number =>
  Math.hypot(a.x - b.x, a.y - b.y) + (Math.abs(a.scale - b.scale) + Math.abs(a.turn - b.turn)) / 2;

/**
 * Mean of what is normally spread against its middle, and the most that is taken for noise, in
 * steps of brightness.
 */
const MEAN_OF_NOISE = 1.183;
const MOST_NOISE = 1.2;

/**
 * The mean difference that is left, less that of noise: noise is everywhere alike, so its share
 * follows from the middle difference, while what moves by itself mostly leaves more than half of
 * the picture as it was.
 */
const beyondNoise = ({ residual, error }: Fit): number =>
  Math.max(0, residual - Math.min(MOST_NOISE, MEAN_OF_NOISE * error));

function meanDifference(before: Level, after: Level): number {
  let sum = 0;
  for (let i = 0; i < before.values.length; i++)
    sum += Math.abs(after.values[i]! - before.values[i]!);
  return sum / before.values.length / 255;
}

/** The best of several moves at a level, by the middle difference and then the mean. */
const best = (fits: readonly Fit[]): Fit =>
  fits.reduce((a, b) =>
    b.error < a.error || (b.error === a.error && b.residual < a.residual) ? b : a,
  );

/**
 * The movement between two pictures of one size, each as levels (see `levelsOf`). `expected` is the
 * move of the frame before, which this one often goes on with. Guesses (none, the expected, the
 * peak of the phase correlation) are compared at a small level, and the best refined from level to
 * level.
 */
export function movementBetween(
  before: readonly Level[],
  after: readonly Level[],
  expected: CameraMove = NO_MOVE,
): { readonly movement: Movement; readonly move: CameraMove } {
  const small = Math.max(
    0,
    before.findIndex((level) => level.width <= GUESS_WIDTH),
  );
  const [from, to] = [before[small]!, after[small]!];
  const shift = phaseShift(from, to);
  const guesses: CameraMove[] = [];
  for (const guess of [
    expected,
    { ...NO_MOVE, x: shift.x / from.width, y: shift.y / from.width },
    NO_MOVE,
  ])
    if (guesses.every((other) => apart(guess, other) * from.width > SAME_GUESS))
      guesses.push(guess);
  // A move larger than a level's reach is followed from the smaller levels up.
  const followed = guesses.map((guess) => {
    let move = guess;
    for (let level = before.length - 1; level >= small; level--)
      move = refined(before[level]!, after[level]!, move);
    return fitOf(from, to, move);
  });
  let { move } = best([...guesses.map((guess) => fitOf(from, to, guess)), ...followed]);
  for (let level = small - 1; level >= 0; level--)
    move = refined(before[level]!, after[level]!, move);
  let fit = fitOf(before[0]!, after[0]!, move);
  const size = apart(move, NO_MOVE) * before[0]!.width;
  if (size > HARDLY && size < SAME_GUESS) {
    // Of a small movement by itself a little goes into the camera's; where rest explains as much,
    // it rests.
    const rest = fitOf(before[0]!, after[0]!, NO_MOVE);
    if (rest.unexplained <= fit.unexplained) fit = rest;
    move = fit.move;
  }
  const difference = meanDifference(before[0]!, after[0]!);
  return {
    move,
    movement: {
      difference,
      dx: move.x,
      dy: move.y,
      zoom: move.scale - 1,
      turn: move.turn,
      residual: fit.error === Infinity ? difference : beyondNoise(fit) / 255,
      alike: fit.correlation,
    },
  };
}
