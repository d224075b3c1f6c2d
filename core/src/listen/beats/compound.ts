import { peakAround } from '../../numbers/index.ts';

/**
 * How much stronger the middle of a bar of three must be than its thirds before it is heard as two
 * groups of three.
 */
const MIDDLE_CONTRAST = 1.5;
/**
 * Added to both sides of a ratio of whitened strengths, so that two near nothing compare as equal.
 */
const GROUND = 0.1;
/** Bars under which nothing is decided. */
const LEAST_BARS = 4;

/**
 * The beats of compound time (6/8, 12/8) where it was counted as bars of three: a bar of six quick
 * notes parts into two beats of three notes, not into three of two, when its middle is marked and
 * its thirds are not. Null when it is not so. `downbeats` are indexes into `beatFrames`; `all` is
 * the whitened strength.
 */
export function compoundBeats(
  beatFrames: readonly number[],
  downbeats: readonly number[],
  all: Float32Array,
): number[] | null {
  const bars = downbeats
    .slice(0, -1)
    .map((from, i) => [beatFrames[from]!, beatFrames[downbeats[i + 1]!]!] as const);
  if (bars.length < LEAST_BARS) return null;
  const strength = (part: number): number =>
    bars.reduce(
      (sum, [from, to]) => sum + peakAround(all, Math.round(from + part * (to - from)), 3),
      0,
    ) / bars.length;
  const thirds = Math.max(strength(1 / 3), strength(2 / 3));
  if (strength(1 / 2) + GROUND < MIDDLE_CONTRAST * (thirds + GROUND)) return null;
  const [first, last] = [bars[0]!, bars.at(-1)!];
  const half = (bar: readonly [number, number]) => (bar[1] - bar[0]) / 2;
  const beats = bars.flatMap(([from, to]) => [from, Math.round((from + to) / 2)]);
  // Beyond the whole bars the beats go on at the pace of the bar next to them.
  for (
    let t = first[0] - half(first);
    t >= beatFrames[0]! - half(first) / 2 && t >= 0;
    t -= half(first)
  )
    beats.unshift(Math.round(t));
  for (let t = last[1]; t <= beatFrames.at(-1)! + half(last) / 4; t += half(last))
    beats.push(Math.round(t));
  return beats;
}
