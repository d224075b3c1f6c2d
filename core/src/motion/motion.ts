import type { Cover, Fill, Hinge, Size } from '../plan/index.ts';
import type { GivenFrames } from '../time/index.ts';
import { coverScale } from './cover.ts';
import { sampledAt, valueAt, type Tracks } from './tracks.ts';
import { cornersOf, placedAt, type Point } from './transform.ts';
import type { PictureValues } from './values.ts';
import { directionOf } from './ways.ts';

/** How a motion looks besides its keys; see the schema of a plan. */
export interface Look {
  readonly aim: Point;
  readonly about: Hinge;
  readonly blurAlong: number | null;
  readonly shutter: number;
  readonly fill: Fill;
  readonly cover: Cover;
}

/** What a picture does over a range of frames. */
export interface Motion {
  readonly tracks: Tracks;
  readonly look: Look;
  /** First and last frame on which the picture is moved. */
  readonly first: number;
  readonly last: number;
  /** The direction of its blur where none is set; null along its own movement at each instant. */
  readonly way: number | null;
  readonly size: Size;
}

/** A frame of a motion. */
export interface MotionFrame extends PictureValues {
  readonly at: number;
  /** The least scale that hides the edges at that frame, over the time that the shutter is open. */
  readonly covers: number;
  /**
   * How many times larger the picture would have to be to hide its edges, blurred and smeared as
   * they are; 1 where it does.
   */
  readonly lacks: number;
  /** The farthest that a corner goes while the shutter is open, in pixels of the film. */
  readonly smeared: number;
}

/** Part of a frame over which a movement is measured for its direction. */
const INSTANT = 1 / 64;

/**
 * The direction of the blur at an instant, as a vector of length 1 on the screen: as set, or along
 * the way of the picture; across where it rests.
 */
export function blurDirection({ look, way, tracks, size }: Motion, at: GivenFrames): Point {
  const set = look.blurAlong ?? way;
  if (set !== null) return directionOf(set);
  const moved = (of: 'x' | 'y') =>
    valueAt(tracks[of], at + INSTANT, 0) - valueAt(tracks[of], at - INSTANT, 0);
  const [x, y] = [moved('x') * size.width, moved('y') * size.height];
  const far = Math.hypot(x, y);
  return far < 1e-9 ? { x: 1, y: 0 } : { x: x / far, y: y / far };
}

/**
 * The least scale that hides the edges of a picture with its blur, which reaches half its length to
 * either side. Radial blur reaches inwards only.
 */
function coverWithBlur(motion: Motion, values: PictureValues, at: GivenFrames): number {
  const { look, size } = motion;
  if (values.blur <= 0) return coverScale(values, look, size);
  const way = blurDirection(motion, at);
  const half = {
    x: (way.x * values.blur) / 2 / size.width,
    y: (way.y * values.blur) / 2 / size.height,
  };
  return Math.max(
    ...[1, -1].map((sign) =>
      coverScale(
        { ...values, x: values.x + sign * half.x, y: values.y + sign * half.y },
        look,
        size,
      ),
    ),
  );
}

/** The instants about a frame at which the shutter opens and closes, within the motion. */
function shutterAbout({ look, first, last }: Motion, at: GivenFrames) {
  // The shutter of the first and of the last frame opens into the motion only.
  const open = look.shutter / 720;
  return { opens: Math.max(first, at - open), closes: Math.min(last, at + open) };
}

/** The least scale that hides the edges at a frame over the time that the shutter is open. */
function coversAt(motion: Motion, at: GivenFrames): number {
  const { opens, closes } = shutterAbout(motion, at);
  const instants = opens < closes ? [opens, at, closes] : [at];
  return Math.max(...instants.map((t) => coverWithBlur(motion, sampledAt(motion.tracks, t), t)));
}

const framesOfMotion = ({ first, last }: Motion): number[] =>
  Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => first + i);

/** The one scale that hides the edges of a motion on all of its frames; at least 1. */
export const wholeCover = (motion: Motion): number =>
  framesOfMotion(motion).reduce((most, at) => Math.max(most, coversAt(motion, at)), 1);

/**
 * How a picture is shown at an instant of its motion, on a frame or between two. It is enlarged as
 * far as its cover asks for; `least` is the one scale for all frames where that is asked for.
 */
export function picturedIn(
  motion: Motion,
  least: number = motion.look.cover === 'whole' ? wholeCover(motion) : 1,
): (at: GivenFrames) => PictureValues {
  const { cover } = motion.look;
  return (at) => {
    const values = sampledAt(motion.tracks, at);
    if (cover === 'no') return values;
    const needed = cover === 'each' ? coverWithBlur(motion, values, at) : least;
    return values.scale < needed && needed < Infinity ? { ...values, scale: needed } : values;
  };
}

/** Part by which a picture may be too small before its edge is seen. */
const LACKS = 1e-4;

/** Whether the edge of a picture is seen on a frame, or drawn in by its blur. */
export const showsEdge = ({ lacks }: Pick<MotionFrame, 'lacks'>): boolean => lacks > 1 + LACKS;

/** The values of a motion frame by frame, sampled on frames; `least` is a scale as above. */
export function motionFrames(motion: Motion, least?: number): MotionFrame[] {
  const picture = picturedIn(motion, least);
  return framesOfMotion(motion).map((at) => {
    const { opens, closes } = shutterAbout(motion, at);
    const [opening, closing] = [picture(opens), picture(closes)];
    const smeared =
      opens === closes
        ? 0
        : Math.max(
            ...cornersOf(motion.size).map((corner) => {
              const p = placedAt(corner, opening, motion.look, motion.size);
              const q = placedAt(corner, closing, motion.look, motion.size);
              return Math.hypot(q.x - p.x, q.y - p.y);
            }),
          );
    const shown = picture(at);
    const needed = (
      [
        [opens, opening],
        [at, shown],
        [closes, closing],
      ] as const
    ).map(([t, values]) => ({ values, least: coverWithBlur(motion, values, t) }));
    const covers = Math.max(...needed.map(({ least: scale }) => scale));
    const lacks = Math.max(1, ...needed.map(({ values, least: scale }) => scale / values.scale));
    return { ...shown, at, covers, lacks, smeared };
  });
}
