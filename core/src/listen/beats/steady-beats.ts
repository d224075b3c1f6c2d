import { peakAround } from '../../numbers/index.ts';

/** How far a beat may lie off the grid to be on it, in frames. */
const REACH = 3;
/**
 * How near the tempo over four beats must be to the usual one, and for what part of the piece, to
 * call it steady.
 */
const SPAN = 4;
const NEAR = 0.015;
const STEADY = 0.85;
/** How far the tempo of the grid may differ from the usual one. */
const RANGE = 0.01;
/** Beats by which a grid is judged at most, and beats from which one is started. */
const MOST_JUDGED = 400;
const MOST_PHASES = 32;
/** Part of the beats that must lie on the grid already. */
const LEAST_SHARE = 0.5;
/**
 * Least strength on the grid against that on the beats as they are: over all, and in any ten
 * seconds.
 */
const LEAST_SUPPORT = 0.8;
const LEAST_LOCAL_SUPPORT = 0.35;
const WINDOW = 1000;

interface Grid {
  readonly period: number;
  readonly phase: number;
}

const nearestOf = (frame: number, { period, phase }: Grid): number =>
  phase + Math.round((frame - phase) / period) * period;

/** Every so many of a list that about `count` remain, spread evenly. */
const spread = <T>(list: readonly T[], count: number): T[] => {
  const every = Math.ceil(list.length / count);
  return list.filter((_, i) => i % every === 0);
};

/**
 * The steady grid on which most beats lie. Long pieces are judged by beats spread evenly over them.
 */
function gridOf(beatFrames: readonly number[], usual: number): Grid {
  const length = beatFrames.at(-1)! - beatFrames[0]!;
  const judged = spread(beatFrames, MOST_JUDGED);
  const phases = spread(judged, MOST_PHASES);
  let best = { grid: { period: usual, phase: beatFrames[0]! }, count: 0 };
  // A quarter of a frame's drift over the piece from one period to the next tried.
  const step = (usual * usual) / (4 * length);
  for (let period = usual * (1 - RANGE); period <= usual * (1 + RANGE); period += step)
    for (const phase of phases) {
      const grid = { period, phase };
      let count = 0;
      for (const frame of judged) if (Math.abs(frame - nearestOf(frame, grid)) <= REACH) count++;
      if (count > best.count) best = { grid, count };
    }
  return best.grid;
}

/**
 * The grid through the beats that lie on it already: least squares of their frames over their
 * numbers.
 */
function fitted(beatFrames: readonly number[], grid: Grid): Grid {
  const points = beatFrames
    .map((frame) => ({ frame, number: Math.round((frame - grid.phase) / grid.period) }))
    .filter(({ frame }) => Math.abs(frame - nearestOf(frame, grid)) <= REACH);
  const mean = (pick: (p: { frame: number; number: number }) => number) =>
    points.reduce((sum, p) => sum + pick(p), 0) / points.length;
  const [number, frame] = [mean((p) => p.number), mean((p) => p.frame)];
  const variance = mean((p) => (p.number - number) ** 2);
  const period = mean((p) => (p.number - number) * (p.frame - frame)) / variance;
  return { period, phase: frame - period * number };
}

/**
 * Beats of music of steady tempo kept to one grid: where the tracker slid to the off-beats for a
 * while, or started there, the beats are put back. Left as they are where the tempo changes, where
 * fewer than half lie on one grid, or where the sound does not bear the grid out (as after a pause
 * that restarts out of step). `curve` is a whitened strength; frames.
 */
export function steadied(beatFrames: readonly number[], curve: Float32Array): readonly number[] {
  if (beatFrames.length < 16) return beatFrames;
  const spans = beatFrames.slice(SPAN).map((f, i) => (f - beatFrames[i]!) / SPAN);
  const usual = spans.toSorted((a, b) => a - b)[spans.length >> 1]!;
  if (spans.filter((s) => Math.abs(s / usual - 1) <= NEAR).length < STEADY * spans.length)
    return beatFrames;
  const rough = gridOf(beatFrames, usual);
  const count = beatFrames.filter((f) => Math.abs(f - nearestOf(f, rough)) <= REACH).length;
  if (count < LEAST_SHARE * beatFrames.length || count === beatFrames.length) return beatFrames;
  const grid = fitted(beatFrames, rough);

  const [first, last] = [nearestOf(beatFrames[0]!, grid), beatFrames.at(-1)!];
  const onGrid: number[] = [];
  let i = 0;
  // A line may lie a little after the last beat, but not after the sound.
  const end = Math.min(last + grid.period / 4, curve.length - 1);
  for (let line = first; line <= end; line += grid.period) {
    while (
      i + 1 < beatFrames.length &&
      Math.abs(beatFrames[i + 1]! - line) <= Math.abs(beatFrames[i]! - line)
    )
      i++;
    const near = beatFrames[i]!;
    onGrid.push(Math.max(0, Math.abs(near - line) <= REACH ? near : Math.round(line)));
  }
  const support = (frames: readonly number[], from: number, to: number): number =>
    frames.reduce((sum, f) => sum + (f >= from && f < to ? peakAround(curve, f, 2) : 0), 0);
  if (support(onGrid, 0, Infinity) < LEAST_SUPPORT * support(beatFrames, 0, Infinity))
    return beatFrames;
  for (let from = 0; from <= last; from += WINDOW / 2)
    if (
      support(onGrid, from, from + WINDOW) <
      LEAST_LOCAL_SUPPORT * support(beatFrames, from, from + WINDOW) - 1
    )
      return beatFrames;
  return onGrid;
}
