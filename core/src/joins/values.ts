import type { GivenFrames } from '../time/index.ts';
import { easedAt } from '../curves/index.ts';
import { remembered } from '../film/remembered.ts';
import type { JoinFacts } from './windows.ts';
import type { JoinSettings, Parameter, Size } from '../plan/index.ts';
import { coverScale } from './cover.ts';
import {
  framesOf,
  moveKeys,
  type KeyWindow,
  type Side,
  type SideKeys,
  type ValueKey,
} from './move-keys.ts';
import { cornersOf, placedAt, type Placed, type Point } from './transform.ts';

/** How a picture is shown on one frame. */
export interface PictureValues extends Placed {
  /** Length of the blur that was asked for, in pixels of the film, along the way of the move. */
  readonly blur: number;
  readonly opacity: number;
}

/** A frame of a window on one side. */
export interface WindowValues extends PictureValues {
  /** Frames after the cut, before it when negative. */
  readonly at: number;
  /** The least scale that hides the edges at that frame, over the time that the shutter is open. */
  readonly covers: number;
  /** The farthest that a corner goes while the shutter is open, in pixels of the film. */
  readonly smeared: number;
}

export const AT_REST: PictureValues = { scale: 1, x: 0, y: 0, rotation: 0, blur: 0, opacity: 1 };

/**
 * The value of keys at an instant between frames or on one; before the first that of the first,
 * after the last of the last.
 */
export function valueAt(
  keys: readonly ValueKey[] | undefined,
  at: GivenFrames,
  rest: number,
): number {
  if (!keys || keys.length === 0) return rest;
  const i = keys.findLastIndex((key) => key.at <= at);
  const [key, next] = [keys[Math.max(0, i)]!, keys[i + 1]];
  if (i < 0 || !next) return key.value;
  return (
    key.value + (next.value - key.value) * easedAt(key.ease, (at - key.at) / (next.at - key.at))
  );
}

const sampled = (keys: SideKeys, at: number): PictureValues =>
  Object.fromEntries(
    (Object.keys(AT_REST) as Parameter[]).map((of) => [of, valueAt(keys[of], at, AT_REST[of])]),
  ) as unknown as PictureValues;

/** The way of a blur that was asked for, as a direction on the screen. */
const blurWay = ({ way }: JoinSettings): Point =>
  way === 'left' || way === 'right' ? { x: 1, y: 0 } : { x: 0, y: 1 };

/**
 * The least scale that hides the edges of a picture with its blur, which reaches half its length to
 * either side.
 */
function coverWithBlur(values: PictureValues, settings: JoinSettings, size: Size): number {
  const way = blurWay(settings);
  const half = {
    x: (way.x * values.blur) / 2 / size.width,
    y: (way.y * values.blur) / 2 / size.height,
  };
  const signs = values.blur > 0 ? [1, -1] : [0];
  const shifted = (sign: number) => ({
    ...values,
    x: values.x + sign * half.x,
    y: values.y + sign * half.y,
  });
  return Math.max(...signs.map((sign) => coverScale(shifted(sign), settings.aim, size)));
}

/** The farthest that a corner of the picture goes between two ways to lie, in pixels. */
const farthest = (a: Placed, b: Placed, aim: Point, size: Size): number =>
  Math.max(
    ...cornersOf(size).map((corner) => {
      const [p, q] = [placedAt(corner, a, aim, size), placedAt(corner, b, aim, size)];
      return Math.hypot(q.x - p.x, q.y - p.y);
    }),
  );

/**
 * How the picture of a side is shown at an instant of the window, `at` frames after the cut. With
 * `cover` it is enlarged as far as hides its edges.
 */
export function picturedAt(
  side: Side,
  settings: JoinSettings,
  window: KeyWindow,
  size: Size,
): (at: number) => PictureValues {
  const keys = moveKeys(side, settings, window);
  return (at) => {
    const values = sampled(keys, at);
    if (!settings.cover) return values;
    return { ...values, scale: Math.max(values.scale, coverWithBlur(values, settings, size)) };
  };
}

/**
 * The values of a side frame by frame, over all frames of the window on which it is on screen:
 * sampled on frames; the cover and the smear over the time that the shutter is open about each,
 * angle/720 of a frame to either side.
 */
export function windowValues(
  side: Side,
  settings: JoinSettings,
  window: KeyWindow,
  size: Size,
): WindowValues[] {
  const range = framesOf(side, window);
  if (!range) return [];
  const picture = picturedAt(side, settings, window, size);
  const open = settings.shutter / 720;
  return Array.from({ length: range.last - range.first + 1 }, (_, i) => {
    const at = range.first + i;
    const values = picture(at);
    // The shutter of the first and of the last frame opens into the window only.
    const opening = picture(Math.max(range.first, at - open));
    const closing = picture(Math.min(range.last, at + open));
    const uncovered = [opening, values, closing].map((v) => coverWithBlur(v, settings, size));
    return {
      ...values,
      at,
      covers: Math.max(...uncovered),
      smeared: farthest(opening, closing, settings.aim, size),
    };
  });
}

/** The values of both sides of a join. */
export interface JoinValues {
  readonly out: readonly WindowValues[];
  readonly in: readonly WindowValues[];
}

const keptValues = remembered<JoinFacts, JoinValues>();

/**
 * The values of both sides of a join over its window, worked out once for each size of the film.
 */
export const joinValues = (join: JoinFacts, size: Size): JoinValues =>
  keptValues(join, [size], () => ({
    out: windowValues('out', join.settings, join, size),
    in: windowValues('in', join.settings, join, size),
  }));
