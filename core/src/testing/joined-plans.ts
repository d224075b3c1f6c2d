import { spanFrames } from '../film/index.ts';
import { halvesOf, type JoinWindow } from '../joins/index.ts';
import { partOn } from '../motion/index.ts';
import type { Clip, Join, JoinKey, JoinSettings, Plan, Shot, Size } from '../plan/index.ts';
import { newPlan } from '../plan/index.ts';
import { frameRate, frames, sourceFrames, type FrameRate } from '../time/index.ts';
import { sampleClip } from './sample-plan.ts';

/** A shot of a plan for tests: its length, where it starts in its clip, and more. */
export interface Part extends Partial<Pick<Shot, 'speed' | 'ramp' | 'join'>> {
  readonly length: number;
  readonly in: number;
  /** Frames of its clip. */
  readonly frames: number;
  readonly rate?: FrameRate;
}

/** A plan of shots one after the other, each of a clip of its own. */
export function planOfParts(rate: FrameRate, parts: readonly Part[]): Plan {
  const clips: Clip[] = parts.map((part, i) =>
    sampleClip(`c${i}`, `Clip ${i}`, part.rate ?? frameRate(24), part.frames),
  );
  let start = 0;
  const shots = parts.map((part, i): Shot => {
    const { length, speed, ramp, join } = part;
    const shot = {
      id: `s${i}`,
      start: frames(start),
      clip: `c${i}`,
      sourceIn: sourceFrames(part.in),
    };
    start += length;
    return { ...shot, ...(speed && { speed }), ...(ramp && { ramp }), ...(join && { join }) };
  });
  return {
    ...newPlan('Test'),
    rate,
    target: frames(start),
    clips,
    score: { shots, length: frames(start) },
  };
}

/** A join of a move with some things set; windows in frames of 24 a second. */
export function joinOf(
  move: JoinSettings['move'],
  before: number,
  after: number,
  set: Partial<JoinSettings> = {},
): Join {
  const span = (n: number) => ({ unit: 'frames', n, at: frameRate(24), keep: 'frames' }) as const;
  return { set: { move, before: span(before), after: span(after), ...set } };
}

const FILM = { width: 1920, height: 1080 };

/** A window at 24 frames a second, of pictures one at a time or both over all of it. */
export const windowOf = (
  before: number,
  after: number,
  overlap = false,
  size: Size = FILM,
): JoinWindow => ({
  before,
  after,
  blend: overlap ? { before, after } : { before: 0, after: 0 },
  size,
  lengthOf: (span) =>
    spanFrames(span, { rate: frameRate(24), music: null, dropFrame: false }).frames,
});

/** A key by its part on a frame of such a window, counted from the cut. */
export function keyOn(
  { before, after }: { readonly before: number; readonly after: number },
  { at, ...key }: Omit<JoinKey, 'at'> & { readonly at: number },
): JoinKey {
  const of = at < 0 ? 'before' : 'after';
  return { ...key, at: partOn(of, halvesOf({ before, after })[of], at) };
}
