import type { Sound } from '../plan/index.ts';
import { seconds } from '../time/index.ts';
import { levelOn, type LevelPoint } from './audio-event.ts';

/** Decibels at which nothing is heard of what is muted. */
const SILENCE = -120;
/** Seconds inside a muted stretch over which its sound goes and comes. */
const MUTING = 0.005;

/** The levels of two lines together: both in decibels, so that they add up. */
export function linesTogether(
  a: readonly LevelPoint[],
  b: readonly LevelPoint[],
): readonly LevelPoint[] {
  if (a.length === 0) return b;
  if (b.length === 0) return a;
  const times = [...new Set([...a, ...b].map(({ at }) => at))].sort((x, y) => x - y);
  return times.map((at) => ({ at, level: levelOn(a, at) + levelOn(b, at) }));
}

/**
 * The levels that were set of a sound by hand, as a line over the film. `timeOf` gives the time of
 * the film, in seconds, at which a sample of its file is heard.
 */
export function handLine(
  { levels, mutes }: Pick<Sound, 'levels' | 'mutes'>,
  timeOf: (sample: number) => number,
): readonly LevelPoint[] {
  const keys = levels.map(({ at, level }) => ({ at: seconds(timeOf(at)), level }));
  return mutes.reduce<readonly LevelPoint[]>((line, { from, to }) => {
    const [start, end] = [timeOf(from), timeOf(to)];
    const ramp = Math.min(MUTING, (end - start) / 2);
    const points = [
      { at: start, level: 0 },
      { at: start + ramp, level: SILENCE },
      { at: end - ramp, level: SILENCE },
      { at: end, level: 0 },
    ];
    return linesTogether(
      line,
      points.map(({ at, level }) => ({ at: seconds(at), level })),
    );
  }, keys);
}
