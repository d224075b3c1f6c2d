import { sourceFrames, type SourceFrames } from '../time/index.ts';
import type { Activity } from './activity.ts';
import { stillRanges, USUAL_LIMITS, type FrameRange, type StillLimits } from './still-ranges.ts';

/** What happens at a moment: movement begins, something hits or breaks off, turns back, or comes to rest. */
export type MomentKind = 'start' | 'peak' | 'turn' | 'settle';

/** A frame that is worth landing on a cue. */
export interface Moment {
  readonly at: SourceFrames;
  readonly kind: MomentKind;
  /** Against the liveliest part of the clip, 0–1. */
  readonly strength: number;
}

/** Shortest movement beside a rest that makes its edge a moment, in seconds. */
const SHORTEST_MOVE = 0.2;
/** Seconds before and after an instant over which activity is compared, and how much it must fall for a peak. */
const BESIDE = 0.08;
const FALL = 2.5;
/** Part of the liveliest that a break falls by at least; slower than that it comes to rest. */
const LEAST_BREAK = 0.3;
/** Seconds about a jolt, how far it stands out of them, and how many seconds it may take to grow. */
const JOLT_REACH = 0.25;
const JOLT = 2.5;
const ABRUPT = 0.05;
/** Longest rest between two movements that is a turn, in seconds. */
const LONGEST_TURN = 0.4;
/** Seconds on either side in which a turn must have been faster, and how much. */
const TURN_REACH = 0.5;
const TURN_PART = 0.3;
/** Moments nearer than this are one, in seconds. */
export const ONE_MOMENT = 0.12;
/** Strength under which nothing is proposed. */
const LEAST_STRENGTH = 0.15;
/** Of moments that are one, the first of these is kept. */
const PRECEDENCE: readonly MomentKind[] = ['peak', 'start', 'settle', 'turn'];

const mean = (values: Float64Array, from: number, to: number): number => {
  const [first, end] = [Math.max(0, from), Math.min(values.length, to)];
  let sum = 0;
  for (let k = first; k < end; k++) sum += values[k]!;
  return sum / Math.max(1, end - first);
};

/** Activity of camera and subject together, in units of what counts as still, the middle of each three frames. */
function together({ camera, subject }: Activity, limits: StillLimits): Float64Array {
  const sum = Float64Array.from(camera, (c, k) => c / limits.camera + subject[k]! / limits.subject);
  return sum.map((x, k) => {
    const [before, after] = [sum[k - 1] ?? x, sum[k + 1] ?? x];
    return Math.max(Math.min(x, before), Math.min(Math.max(x, before), after));
  });
}

/** The frames at which activity breaks off at once after having been high, each the first after the fall. */
function breaksOf(activity: Float64Array, lively: number, rate: number): Moment[] {
  const beside = Math.max(2, Math.round(BESIDE * rate));
  const fall = activity.map((_, k) => {
    const [before, after] = [mean(activity, k - beside, k), mean(activity, k, k + beside)];
    return before > FALL * (after + 1) && before - after >= LEAST_BREAK * lively ? before - after : 0;
  });
  return Array.from(fall).flatMap((size, k): Moment[] => {
    const highest = fall.subarray(Math.max(0, k - beside), k + beside + 1).every((x) => x <= size);
    return size > 0 && highest ? [{ at: sourceFrames(k), kind: 'peak', strength: Math.min(1, size / lively) }] : [];
  });
}

/** The frames that stand far out of those about them: the whole picture jolts. */
function joltsOf(activity: Float64Array, lively: number, rate: number): Moment[] {
  const reach = Math.max(2, Math.round(JOLT_REACH * rate));
  return Array.from(activity).flatMap((size, k): Moment[] => {
    const about = activity.subarray(Math.max(0, k - reach), k + reach + 1);
    const highest = about.every((x) => x <= size) && activity[k - 1] !== size;
    if (!highest || size < lively || size < JOLT * mean(about, 0, about.length)) return [];
    // It hits where it leaves what was before, not where it is strongest.
    let at = k;
    while (at > 0 && activity[at - 1]! > size / 2) at--;
    // What grows over a while is no jolt.
    if (k - at > Math.max(1, ABRUPT * rate)) return [];
    return [{ at: sourceFrames(at), kind: 'peak', strength: Math.min(1, size / lively) }];
  });
}

/** The slowest frames between two faster stretches. */
function turnsOf(activity: Float64Array, lively: number, rate: number): Moment[] {
  const reach = Math.max(2, Math.round(TURN_REACH * rate));
  const smooth = activity.map((_, k) => mean(activity, k - 1, k + 2));
  return Array.from(smooth).flatMap((slow, k): Moment[] => {
    if (k < reach / 2 || k >= smooth.length - reach / 2) return [];
    const near = smooth.subarray(Math.max(0, k - reach), k + reach + 1);
    if (near.some((x) => x < slow)) return [];
    const fastest = (from: number, to: number) =>
      smooth.subarray(Math.max(0, from), to).reduce((a, x) => Math.max(a, x), 0);
    const least = Math.min(fastest(k - reach, k), fastest(k + 1, k + reach + 1));
    return least > 1 && slow <= TURN_PART * least
      ? [{ at: sourceFrames(k), kind: 'turn', strength: Math.min(1, least / lively) }]
      : [];
  });
}

/** Where movement begins after a rest, or ends in one. */
function edgesOf(ranges: readonly FrameRange[], all: Float64Array, lively: number, rate: number): Moment[] {
  const shortest = Math.round(SHORTEST_MOVE * rate);
  const count = all.length;
  const moment = (at: number, kind: 'start' | 'settle', from: number, to: number): Moment => ({
    at: sourceFrames(at),
    kind,
    strength: Math.min(1, all.subarray(from, to).reduce((a, x) => Math.max(a, x), 0) / lively),
  });
  return ranges.flatMap(({ from, to }, i): Moment[] => {
    const [before, after] = [ranges[i - 1]?.to ?? 0, ranges[i + 1]?.from ?? count];
    const moves = from - before >= shortest && after - to >= shortest;
    if (moves && to - from <= LONGEST_TURN * rate) {
      const at = Math.round((from + to) / 2);
      return [{ ...moment(at, 'start', before, after), kind: 'turn' }];
    }
    return [
      ...(from - before >= shortest ? [moment(from, 'settle', before, from)] : []),
      ...(after - to >= shortest ? [moment(to, 'start', to, after)] : []),
    ];
  });
}

/**
 * The moments of a clip proposed from its activity at a rate in frames a second: starts and ends of movement, jolts, breaks, turns.
 * In order of time.
 */
export function proposedMoments(activity: Activity, rate: number, limits = USUAL_LIMITS): Moment[] {
  const all = together(activity, {
    ...limits,
    camera: Math.max(1e-6, limits.camera),
    subject: Math.max(1e-6, limits.subject),
  });
  const lively = Math.max(1, all.toSorted()[Math.floor(all.length * 0.95)] ?? 1);
  const found = [
    // What breaks off is told more exactly by the break than by the jolt before it.
    ...breaksOf(all, lively, rate),
    ...joltsOf(all, lively, rate),
    ...edgesOf(stillRanges(activity, rate, limits), all, lively, rate),
    ...turnsOf(all, lively, rate),
  ]
    .filter((m) => m.strength >= LEAST_STRENGTH)
    .sort((a, b) => PRECEDENCE.indexOf(a.kind) - PRECEDENCE.indexOf(b.kind) || b.strength - a.strength);
  const kept: Moment[] = [];
  for (const moment of found)
    if (kept.every((k) => Math.abs(k.at - moment.at) >= Math.max(2, ONE_MOMENT * rate))) kept.push(moment);
  return kept.sort((a, b) => a.at - b.at);
}
