import {
  sourceFrames,
  toNumber,
  type FrameRate,
  type SourceFrames,
  type GivenSourceFrames,
} from '../time/index.ts';
import { activityOf, type Activity } from './activity.ts';
import { factsAtRate, type FrameTimes } from './frame-times.ts';
import type { Look } from './look.ts';
import type { Moment } from './moments/moment.ts';
import { ONE_MOMENT, proposedMoments } from './moments/proposed-moments.ts';
import { shotChanges } from './shot-changes.ts';
import { stillRanges, USUAL_LIMITS, type FrameRange, type StillLimits } from './still-ranges.ts';
import type { FrameFacts, FrameMeasurements } from './frame-analyser.ts';

/** All that follows from what was seen of a clip, at its rate. */
export interface ClipAnalysis {
  readonly frames: readonly FrameFacts[];
  readonly looks: readonly Look[];
  readonly activity: Activity;
  readonly still: readonly FrameRange[];
  readonly proposed: readonly Moment[];
  readonly shotChanges: readonly SourceFrames[];
}

/** A stretch parted where another shot starts inside it. */
function partedAt({ from, to }: FrameRange, changes: readonly SourceFrames[]): FrameRange[] {
  const inside = changes.filter((at) => at > from && at < to);
  return [from, ...inside].map((start, i) => ({ from: start, to: inside[i] ?? to }));
}

/**
 * Works out what follows from what was seen of a clip, at a rate and with limits of stillness;
 * `times` are those of the stored frames of a clip of variable rate.
 */
export function clipAnalysisOf(
  measured: FrameMeasurements,
  rate: FrameRate,
  limits: StillLimits = USUAL_LIMITS,
  times: FrameTimes | null = null,
): ClipAnalysis {
  const frames = times ? factsAtRate(measured.frames, times, rate) : measured.frames;
  const perSecond = toNumber(rate);
  const activity = activityOf(frames, perSecond);
  const changes = shotChanges(frames);
  return {
    frames,
    looks: measured.looks,
    activity,
    still: stillRanges(activity, perSecond, limits).flatMap((range) => partedAt(range, changes)),
    proposed: proposedMoments(frames, perSecond, limits),
    shotChanges: changes,
  };
}

/**
 * The movement of a frame in units of what counts as still, camera and subject together: 1 is on
 * the edge of moving.
 */
export const movementAt = (
  { camera, subject }: Activity,
  frame: GivenSourceFrames,
  limits: StillLimits = USUAL_LIMITS,
): number =>
  camera[frame]! / Math.max(1e-6, limits.camera) + subject[frame]! / Math.max(1e-6, limits.subject);

/** The mean of `movementAt` over a range of frames. */
export function meanMovement(
  activity: Activity,
  { in: from, out: to }: { in: number; out: number },
): number {
  let sum = 0;
  const end = Math.min(to, activity.camera.length);
  for (let k = from; k < end; k++) sum += movementAt(activity, k);
  return sum / Math.max(1, end - from);
}

/** The moments that are still only proposed: neither kept, nor beside a kept one, nor declined. */
export function openProposals(
  proposed: readonly Moment[],
  {
    moments,
    declined,
  }: { readonly moments: readonly { readonly at: number }[]; readonly declined: readonly number[] },
  rate: FrameRate,
): Moment[] {
  const one = Math.max(2, ONE_MOMENT * toNumber(rate));
  return proposed.filter(
    ({ at }) => !declined.includes(at) && moments.every((kept) => Math.abs(kept.at - at) >= one),
  );
}

/**
 * Where the usable part of a clip should end so that it ends in movement: the first frame of the
 * still stretch at its end, or null when it does not end in one.
 */
export function stillTail(
  still: readonly FrameRange[],
  usable: { in: number; out: number },
): SourceFrames | null {
  const tail = still.find(({ from, to }) => from < usable.out && to >= usable.out);
  return tail && tail.from > usable.in ? tail.from : null;
}

/** Seconds that a person takes to press a key for what was seen, at most. */
const REACTION = 0.35;

/**
 * The moment that is meant by a key pressed on a frame: standing, that frame; while it plays, the
 * nearest moment proposed shortly before, for the hand comes after the eye, or else that frame.
 */
export function meantMoment(
  frame: GivenSourceFrames,
  playing: boolean,
  open: readonly Moment[],
  rate: FrameRate,
): Pick<Moment, 'at' | 'kind'> {
  const reach = playing ? REACTION * toNumber(rate) : 0;
  const meant = open.findLast(({ at }) => at <= frame && at >= frame - reach);
  return meant ? { at: meant.at, kind: meant.kind } : { at: sourceFrames(frame), kind: 'peak' };
}
