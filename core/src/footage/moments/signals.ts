import { clamp } from '../../numbers/index.ts';
import type { FrameFacts } from '../frame-analyser.ts';
import type { SubjectMotion } from '../subject-motion.ts';

/** Velocity in widths a second, frame by frame. */
export interface Velocity {
  readonly x: Float64Array;
  readonly y: Float64Array;
}

/** What moments are found by: movement and light a second, frame by frame. */
export interface Signals {
  readonly rate: number;
  readonly count: number;
  /**
   * The camera's picture, and its speed with zoom and turn as they are felt half-way to the edge.
   */
  readonly camera: Velocity;
  readonly cameraSpeed: Float64Array;
  readonly subject: Velocity;
  readonly frames: readonly FrameFacts[];
  /** Where the picture can be followed: it is not nearly black, and alike the one before it. */
  readonly followed: readonly boolean[];
}

/** Brightness, and likeness to the frame before, under which a picture cannot be followed. */
const DARK = 0.03;
const UNLIKE = 0.4;
/** Part of a width at which zoom and turn are felt on the whole. */
const HALF_WAY = 0.25;

/** Part of what moves that must go one way for it to be believed not at all, and in full. */
const AGREED_NOT = 0.2;
const AGREED = 0.45;
const trust = ({ agreed }: SubjectMotion): number =>
  clamp((agreed - AGREED_NOT) / (AGREED - AGREED_NOT));

/**
 * Seconds over which the middle value is taken, so that single ones that are wrong do not count.
 */
const SPIKE = 0.045;

/** Values each replaced by the middle of those about it; at least of three. */
function unspiked(values: Float64Array, rate: number): Float64Array {
  const reach = spanOf(SPIKE / 2, rate, 1);
  return values.map((_, k) => {
    const near = values.subarray(Math.max(0, k - reach), k + reach + 1).toSorted();
    return near[near.length >> 1]!;
  });
}

/** The signals of a clip at a rate in frames a second. */
export function signalsOf(frames: readonly FrameFacts[], rate: number): Signals {
  const followed = frames.map(
    ({ brightness, alike }, k) =>
      Math.min(brightness, frames[k - 1]?.brightness ?? 1) > DARK && alike > UNLIKE,
  );
  const each = (value: (frame: FrameFacts) => number): Float64Array =>
    Float64Array.from(frames, (frame, k) => (followed[k] ? rate * value(frame) : 0));
  return {
    rate,
    count: frames.length,
    camera: { x: each((f) => f.dx), y: each((f) => f.dy) },
    cameraSpeed: each(
      (f) => Math.hypot(f.dx, f.dy) + HALF_WAY * (Math.abs(f.zoom) + Math.abs(f.turn)),
    ),
    subject: {
      x: unspiked(
        each(({ subject }) => trust(subject) * subject.vx),
        rate,
      ),
      y: unspiked(
        each(({ subject }) => trust(subject) * subject.vy),
        rate,
      ),
    },
    frames,
    followed,
  };
}

/** The mean of values from one index to before another, as far as there are any. */
export function meanOf(values: Float64Array, from: number, to: number): number {
  const [first, end] = [Math.max(0, from), Math.min(values.length, to)];
  let sum = 0;
  for (let k = first; k < end; k++) sum += values[k]!;
  return end > first ? sum / (end - first) : 0;
}

/** Indexes of values that are above nothing and the highest within `reach`, the first of equals. */
export function peaksOf(values: Float64Array, reach: number): number[] {
  const found: number[] = [];
  for (let k = 0; k < values.length; k++) {
    const value = values[k]!;
    if (value <= 0) continue;
    let highest = true;
    for (
      let i = Math.max(0, k - reach);
      highest && i <= Math.min(values.length - 1, k + reach);
      i++
    )
      highest = values[i]! < value || (values[i] === value && i >= k);
    if (highest) found.push(k);
  }
  return found;
}

/** Frames of so many seconds, at least so many. */
export const spanOf = (seconds: number, rate: number, least: number): number =>
  Math.max(least, Math.round(seconds * rate));
