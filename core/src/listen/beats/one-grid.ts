import { highestNear, type Evidence } from './evidence.ts';

/** Beats by which a steady stretch is begun, and frames that one of it may be off its line. */
const SEED = 16;
const OFF = 4;
/** Beats of the shortest stretch before or after it that is put on its grid. */
const SHORTEST = 4;
/** Part of a beat from its middle within which another beat is half a beat off. */
const HALF_NEAR = 0.17;
/** Part of the beats of a stretch that must be half a beat off. */
const MOST = 0.6;
/** Part of the bass on the beats of the steady stretch that another has at most. */
const LESS_BASS = 0.5;
/** Beats without one, from which there is a break, after which all may be otherwise. */
const BREAK = 2.5;
/** How far from a beat its attack may be, in frames. */
const REACH = 3;

/** A straight line through beats: the frame of beat i is first + period·i. */
interface Line {
  readonly first: number;
  readonly period: number;
}

/** The line of least squares through the beats from one to before another. */
function lineThrough(frames: readonly number[], from: number, to: number): Line {
  const count = to - from;
  const middle = from + (count - 1) / 2;
  let [mean, xy, xx] = [0, 0, 0];
  for (let i = from; i < to; i++) mean += frames[i]! / count;
  for (let i = from; i < to; i++) {
    xy += (i - middle) * (frames[i]! - mean);
    xx += (i - middle) ** 2;
  }
  const period = xy / xx;
  return { first: mean - period * middle, period };
}

/** The longest stretch about some beats that lies on one line, [from, to). */
function steadyAbout(frames: readonly number[], seed: number): { from: number; to: number } {
  let [from, to] = [seed, seed + SEED];
  const on = (i: number): boolean => {
    const { first, period } = lineThrough(frames, from, to);
    return Math.abs(frames[i]! - (first + period * i)) <= OFF;
  };
  for (let i = from; i < to; i++) if (!on(i)) return { from: seed, to: seed };
  while (to < frames.length && on(to)) to++;
  while (from > 0 && on(from - 1)) from--;
  return { from, to };
}

const meanBass = (frames: readonly number[], low: Float32Array): number =>
  frames.reduce((sum, f) => sum + Math.max(0, highestNear(low, f, REACH)), 0) /
  Math.max(1, frames.length);

/** Whether beats go on at the pace of a line, half a beat off it, without a break. */
function halfOff(beats: readonly number[], { first, period }: Line): boolean {
  if (beats.length < SHORTEST) return false;
  const off = beats.filter((frame) => {
    const place = (frame - first) / period;
    return Math.abs(place - Math.floor(place) - 0.5) <= HALF_NEAR;
  });
  const breaks = beats.some((frame, i) => i > 0 && frame - beats[i - 1]! > BREAK * period);
  return off.length >= MOST * beats.length && !breaks;
}

/**
 * Beats on one grid: where what comes before or after the steadiest stretch with the most bass goes
 * on at its tempo but half a beat off, with less bass, as an intro of off-beats does, it is put on
 * the grid of that stretch. Frames.
 */
export function onOneGrid(
  frames: readonly number[],
  { white }: Pick<Evidence, 'white'>,
): readonly number[] {
  let best = { from: 0, to: 0, worth: 0 };
  for (let seed = 0; seed + SEED <= frames.length; seed += SEED / 2) {
    if (seed < best.to && seed >= best.from) continue;
    const { from, to } = steadyAbout(frames, seed);
    const worth = (to - from) * meanBass(frames.slice(from, to), white.low);
    if (worth > best.worth) best = { from, to, worth };
  }
  if (best.to - best.from < SEED) return frames;
  const line = lineThrough(frames, best.from, best.to);
  const bass = meanBass(frames.slice(best.from, best.to), white.low);
  const [before, after] = [frames.slice(0, best.from), frames.slice(best.to)];
  const moves = (beats: readonly number[]) =>
    halfOff(beats, line) && meanBass(beats, white.low) <= LESS_BASS * bass;
  const at = (i: number) => Math.round(line.first + line.period * i);
  const lastOf = (wanted: number) => Math.min(wanted, white.low.length - 1);
  const steady = frames.slice(best.from, best.to);
  const start = moves(before)
    ? gridFrom(before[0]! - line.period / 2, (k) => at(best.from - 1 - k), -1).reverse()
    : before;
  const end = moves(after)
    ? gridFrom(lastOf(after.at(-1)! + line.period / 2), (k) => at(best.to + k), 1)
    : after;
  return [...start, ...steady, ...end];
}

/** Frames of a grid, in its order, up to a last one in a direction. */
function gridFrom(last: number, at: (k: number) => number, direction: 1 | -1): number[] {
  const found: number[] = [];
  for (let k = 0; direction * (last - at(k)) >= 0 && at(k) >= 0; k++) found.push(at(k));
  return found;
}
