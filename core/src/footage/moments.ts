import { sourceFrames, type SourceFrames } from '../time/index.ts';
import type { Activity } from './activity.ts';
import { stillRanges, USUAL_LIMITS, type FrameRange } from './still-ranges.ts';

/**
 * What happens at a moment: movement begins, something hits or breaks off, turns back, or comes to
 * rest.
 */
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
/**
 * Seconds before and after an instant over which activity is compared, and how much it must fall
 * for a peak.
 */
const BESIDE = 0.08;
const FALL = 2.5;
/** Part of the liveliest that a break falls by at least; slower than that it comes to rest. */
const LEAST_BREAK = 0.3;
/** Times what was before that a camera shakes after a strike. */
const STRIKE = 4;
/**
 * Seconds about a jolt, how far it stands out of them, and how many seconds it may take to grow.
 */
const JOLT_REACH = 0.25;
const JOLT = 2.5;
const ABRUPT = 0.05;
/** Seconds after a rest in which a jolt is the start of a movement. */
const FROM_REST = 0.2;
/** Longest rest between two movements that is a turn, in seconds. */
const LONGEST_TURN = 0.4;
/** Seconds on either side in which a turn must have been faster, and how much. */
const TURN_REACH = 0.5;
const TURN_PART = 0.3;
/** Moments nearer than this are one, in seconds. */
export const ONE_MOMENT = 0.12;
/** Strength under which nothing is proposed. */
const LEAST_STRENGTH = 0.15;
/** A turn is seen more easily than a change of speed. */
const LEAST_TURN = 0.08;
/** Movement beside a rest from which its edge is proposed, in units of what is hardly seen. */
const LEAST_AFTER_REST = 0.3;
const mean = (values: Float64Array, from: number, to: number): number => {
  const [first, end] = [Math.max(0, from), Math.min(values.length, to)];
  let sum = 0;
  for (let k = first; k < end; k++) sum += values[k]!;
  return sum / Math.max(1, end - first);
};

/**
 * Speeds of camera and subject that are as lively: widths, and differences of brightness, a second.
 */
const CAMERA_UNIT = 0.008;
const SUBJECT_UNIT = 0.03;

/**
 * Activity of camera and subject together, in units of what is hardly seen, the middle of each
 * three frames.
 */
function together({ camera, subject }: Activity): Float64Array {
  const sum = Float64Array.from(camera, (c, k) => c / CAMERA_UNIT + subject[k]! / SUBJECT_UNIT);
  return sum.map((x, k) => {
    const [before, after] = [sum[k - 1] ?? x, sum[k + 1] ?? x];
    return Math.max(Math.min(x, before), Math.min(Math.max(x, before), after));
  });
}

/**
 * The frames at which activity breaks off at once after having been high, each the first after the
 * fall.
 */
function breaksOf(activity: Float64Array, lively: number, rate: number): Moment[] {
  const beside = Math.max(2, Math.round(BESIDE * rate));
  const fall = activity.map((_, k) => {
    const [before, after] = [mean(activity, k - beside, k), mean(activity, k, k + beside)];
    return before > FALL * (after + 1) && before - after >= LEAST_BREAK * lively
      ? before - after
      : 0;
  });
  return Array.from(fall).flatMap((size, k): Moment[] => {
    const highest = fall.subarray(Math.max(0, k - beside), k + beside + 1).every((x) => x <= size);
    return size > 0 && highest
      ? [{ at: sourceFrames(k), kind: 'peak', strength: size / lively }]
      : [];
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
    return [{ at: sourceFrames(at), kind: 'peak', strength: size / lively }];
  });
}

/**
 * The frames at which the whole picture is struck by what moves in it: that stops, and the camera's
 * part leaps up at once, such as when a press closes and the table shakes.
 */
function strikesOf(
  { camera, subject }: Activity,
  all: Float64Array,
  lively: number,
  rate: number,
): Moment[] {
  const beside = Math.max(2, Math.round(BESIDE * rate));
  const shake = camera.map((c) => c / CAMERA_UNIT);
  const leap = shake.map((_, k) => {
    const [before, after] = [mean(shake, k - beside, k), mean(shake, k, k + beside)];
    const moved = mean(all, k - beside, k) >= 1;
    const stops = 2 * mean(subject, k, k + beside) < mean(subject, k - beside, k);
    const atOnce = shake[k]! - (shake[k - 1] ?? 0) >= (after - before) / 3;
    return moved &&
      stops &&
      atOnce &&
      after > STRIKE * (before + 1) &&
      after >= LEAST_BREAK * lively
      ? after - before
      : 0;
  });
  return Array.from(leap).flatMap((size, k): Moment[] => {
    const highest = leap.subarray(Math.max(0, k - beside), k + beside + 1).every((x) => x <= size);
    return size > 0 && highest
      ? [{ at: sourceFrames(k), kind: 'peak', strength: size / lively }]
      : [];
  });
}

/** The middles of the slow frames between two faster stretches. */
function turnsOf(activity: Float64Array, lively: number, rate: number): Moment[] {
  const reach = Math.max(2, Math.round(TURN_REACH * rate));
  const smooth = activity.map((_, k) => mean(activity, k - 1, k + 2));
  const fastest = (from: number, to: number) =>
    smooth.subarray(Math.max(0, from), to).reduce((a, x) => Math.max(a, x), 0);
  return Array.from(smooth).flatMap((slow, k): Moment[] => {
    if (k < reach / 2 || k >= smooth.length - reach / 2) return [];
    const near = smooth.subarray(Math.max(0, k - reach), k + reach + 1);
    if (near.some((x) => x < slow) || smooth[k - 1] === slow) return [];
    const least = Math.min(fastest(k - reach, k), fastest(k + 1, k + reach + 1));
    if (least <= 1 || slow > TURN_PART * least) return [];
    // The slowest frame is one of many that are nearly as slow: the turn is in their middle.
    const low = TURN_PART * least;
    let [from, to] = [k, k];
    while (from > k - reach && smooth[from - 1]! <= low) from--;
    while (to < k + reach && smooth[to + 1]! <= low) to++;
    return [
      { at: sourceFrames(Math.round((from + to) / 2)), kind: 'turn', strength: least / lively },
    ];
  });
}

/** Where movement begins after a rest, or ends in one. */
function edgesOf(
  ranges: readonly FrameRange[],
  all: Float64Array,
  lively: number,
  rate: number,
): Moment[] {
  const shortest = Math.round(SHORTEST_MOVE * rate);
  const count = all.length;
  const fastest = (from: number, to: number) =>
    all.subarray(from, to).reduce((a, x) => Math.max(a, x), 0);
  // After a rest even a small movement is one, however lively the rest of the clip is.
  const moment = (at: number, kind: 'start' | 'settle', from: number, to: number): Moment => ({
    at: sourceFrames(at),
    kind,
    strength: Math.max(
      fastest(from, to) >= LEAST_AFTER_REST ? LEAST_STRENGTH : 0,
      fastest(from, to) / lively,
    ),
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
 * The moments of a clip proposed from its activity at a rate in frames a second: starts and ends of
 * movement, jolts, breaks, turns. In order of time.
 */
export function proposedMoments(activity: Activity, rate: number, limits = USUAL_LIMITS): Moment[] {
  const all = together(activity);
  const lively = Math.max(1, all.toSorted()[Math.floor(all.length * 0.95)] ?? 1);
  const still = stillRanges(activity, rate, limits);
  const strongest = (a: Moment, b: Moment) => b.strength - a.strength;
  // Of moments that are one, the first is kept: a strike or break tells more exactly when it is
  // than a jolt beside it.
  const found = [
    ...[...strikesOf(activity, all, lively, rate), ...breaksOf(all, lively, rate)].sort(strongest),
    // What leaps up from rest is a start.
    ...joltsOf(all, lively, rate)
      .filter(({ at }) => !still.some(({ to }) => at >= to && at < to + FROM_REST * rate))
      .sort(strongest),
    ...edgesOf(still, all, lively, rate).sort(strongest),
    // Inside a still stretch nothing turns.
    ...turnsOf(all, lively, rate)
      .filter(({ at }) => !still.some(({ from, to }) => at >= from && at < to))
      .sort(strongest),
  ].filter((m) => m.strength >= (m.kind === 'turn' ? LEAST_TURN : LEAST_STRENGTH));
  const kept: Moment[] = [];
  for (const moment of found)
    if (kept.every((k) => Math.abs(k.at - moment.at) >= Math.max(2, ONE_MOMENT * rate)))
      kept.push(moment);
  return kept.map((m) => ({ ...m, strength: Math.min(1, m.strength) })).sort((a, b) => a.at - b.at);
}
