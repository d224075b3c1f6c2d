import { sourceFrames } from '../../time/index.ts';
import { clamp } from '../../numbers/index.ts';
import type { Moment } from './moment.ts';
import { meanOf, peaksOf, spanOf, type Signals, type Velocity } from './signals.ts';

/** Seconds on either side in which it must move one way and then the other, and those left out. */
const REACH = 0.35;
const GAP = 0.04;
/** Speed on either side from which it is a turn, and that of a full one, in widths a second. */
const LEAST = 0.05;
const FULL = 1.2;
/** Part of the way about a turn within which it is as far as at the apex. */
const FLAT = 0.03;
/** How nearly opposite the two ways must be: the cosine of the angle between them. */
const OPPOSITE = -0.5;

/** The mean speed on both sides of each frame where the ways are opposite, else nothing. */
function turning({ x, y }: Velocity, rate: number): Float64Array {
  const [reach, gap] = [spanOf(REACH, rate, 3), spanOf(GAP, rate, 1)];
  return Float64Array.from(x, (_, k) => {
    const before = [x, y].map((v) => meanOf(v, k - reach, k - gap + 1));
    const after = [x, y].map((v) => meanOf(v, k + gap, k + reach + 1));
    const [b, a] = [Math.hypot(before[0]!, before[1]!), Math.hypot(after[0]!, after[1]!)];
    const dot = before[0]! * after[0]! + before[1]! * after[1]!;
    return Math.min(a, b) < LEAST || dot > OPPOSITE * a * b ? 0 : Math.sqrt(a * b);
  });
}

/**
 * The frame within so many of one at which what turns there is farthest: where its way, added up
 * along the way it then goes, is least.
 */
function apexNear({ x, y }: Velocity, frame: number, reach: number): number {
  const along = [x, y].map(
    (v) => meanOf(v, frame + 1, frame + reach + 1) - meanOf(v, frame - reach, frame),
  );
  const first = Math.max(0, frame - reach);
  const ways: number[] = [];
  for (let k = first; k <= Math.min(x.length - 1, frame + reach); k++)
    ways.push((ways.at(-1) ?? 0) + x[k]! * along[0]! + y[k]! * along[1]!);
  const [least, most] = [Math.min(...ways), Math.max(...ways)];
  // About the apex it hardly moves: of the frames that are as far the middle.
  const far = ways.flatMap((way, i) => (way <= least + FLAT * (most - least) ? [first + i] : []));
  return Math.round((far[0]! + far.at(-1)!) / 2);
}

const turnsOf = (velocity: Velocity, rate: number, who: string): Moment[] => {
  const speeds = turning(velocity, rate);
  const reach = spanOf(REACH, rate, 3);
  return peaksOf(speeds, reach).map((k) => ({
    at: sourceFrames(apexNear(velocity, k, reach >> 1)),
    kind: 'turn',
    strength: clamp(Math.sqrt(speeds[k]! / FULL)),
    reason: `${who} turns back, from and to ${speeds[k]!.toFixed(2)} widths a second`,
  }));
};

/** Turns: the camera, or what moves by itself, goes one way, slows down and goes back. */
export const turns = ({ camera, subject, rate }: Signals): Moment[] => [
  ...turnsOf(camera, rate, 'the camera'),
  ...turnsOf(subject, rate, 'what moves'),
];
