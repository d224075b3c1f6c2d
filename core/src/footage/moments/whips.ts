import { sourceFrames } from '../../time/index.ts';
import { clamp } from '../../numbers/index.ts';
import type { Moment } from './moment.ts';
import { peaksOf, spanOf, type Signals } from './signals.ts';

/** Speed of the camera that is a whip, and a full one, in widths a second. */
const LEAST = 1.1;
const FULL = 4;
/** Seconds a whip lasts at most, and about its fastest frame in which none is faster. */
const LONGEST = 0.9;
const REACH = 0.5;
/** Part of the highest speed that its fastest frames have, and under which it is over. */
const FASTEST = 0.9;
const OVER = 0.06;
/** How strong its start and end are against its fastest frame. */
const BESIDE = 0.8;

/** A moment of a whip, and the frames that the whip takes, [from, to). */
export interface Whip extends Moment {
  readonly from: number;
  readonly to: number;
}

/** The frames about a peak in which values are above a part of it: [from, to). */
function about(values: Float64Array, peak: number, part: number): [number, number] {
  const least = part * values[peak]!;
  let [from, to] = [peak, peak + 1];
  while (from > 0 && values[from - 1]! > least) from--;
  while (to < values.length && values[to]! > least) to++;
  return [from, to];
}

/**
 * Whips: the camera is very fast for a short while. Each is told at its fastest frame, where it
 * sets out and where it ends.
 */
export function whips({ cameraSpeed, rate }: Signals): Whip[] {
  return peaksOf(cameraSpeed, spanOf(REACH, rate, 3)).flatMap((peak): Whip[] => {
    const [first, end] = about(cameraSpeed, peak, OVER);
    const long = end - first > LONGEST * rate || end - first < 2;
    if (cameraSpeed[peak]! < LEAST || long) return [];
    const [from, to] = about(cameraSpeed, peak, FASTEST);
    const span = { from: first, to: end };
    const strength = clamp(cameraSpeed[peak]! / FULL);
    const reason = `the camera whips over at up to ${cameraSpeed[peak]!.toFixed(1)} widths a second`;
    return [
      {
        at: sourceFrames(Math.round((from + to - 1) / 2)),
        kind: 'whip',
        strength,
        reason,
        ...span,
      },
      {
        at: sourceFrames(Math.max(0, first - 1)),
        kind: 'start',
        strength: strength * BESIDE,
        reason: 'the camera sets out to whip over',
        ...span,
      },
      {
        at: sourceFrames(Math.min(cameraSpeed.length - 1, end)),
        kind: 'settle',
        strength: strength * BESIDE,
        reason: 'a whip of the camera ends',
        ...span,
      },
    ];
  });
}
