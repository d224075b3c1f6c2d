import { cameraPath, smoothedPath, type PathPoint } from './camera-path.ts';
import type { Movement } from './movement.ts';

/** What the camera did on a frame. */
type CameraStep = Pick<Movement, 'dx' | 'dy' | 'turn' | 'zoom'>;

/** What takes the shake of one frame away: how the picture is to be moved. */
export interface Correction {
  /** Widths and heights of the picture. */
  readonly x: number;
  readonly y: number;
  /** Degrees, clockwise. */
  readonly rotation: number;
  /** Growth, 1 for none. */
  readonly scale: number;
}

/** The way of a camera told apart, frame by frame. */
export interface ShakePath {
  /** Where the camera is beside its meant way. */
  readonly off: readonly PathPoint[];
  readonly meant: readonly PathPoint[];
}

/** How a clip is steadied over a stretch. */
export interface Steadying {
  readonly corrections: readonly Correction[];
  /** How far shake takes the picture from frame to frame, in widths, and how far its meant way. */
  readonly shake: number;
  readonly meant: number;
  /** Part of the movement that is shake, 0–1. */
  readonly share: number;
  /** How often the shake goes there and back in a second. */
  readonly often: number;
}

/** Radius in widths at which a turn and a growth are felt: half the way to the corner. */
const FELT = 0.3;

/** How far apart two points of a path put the picture, in widths. */
const apart = (a: PathPoint, b: PathPoint): number =>
  Math.hypot(b.x - a.x, b.y - a.y, FELT * (b.turn - a.turn), FELT * (b.growth - a.growth));

/** Root mean square of the steps of a path. */
export function usualStep(path: readonly PathPoint[]): number {
  const steps = path.slice(1).map((point, i) => apart(path[i]!, point) ** 2);
  return Math.sqrt(steps.reduce((sum, s) => sum + s, 0) / Math.max(1, steps.length));
}

/** Times a value crosses nothing, for values of which each is a frame. */
const crossings = (values: readonly number[]): number =>
  values.slice(1).filter((value, i) => value * values[i]! < 0).length;

/**
 * The way of a camera at a rate in frames a second, told apart: meant is its path smoothed over a
 * length in seconds (twice the standard deviation of a Gaussian), the rest is shake.
 */
export function shakePath(
  frames: readonly CameraStep[],
  { rate, seconds }: { rate: number; seconds: number },
): ShakePath {
  const path = cameraPath(frames);
  const meant = smoothedPath(path, (seconds * rate) / 2);
  const off = path.map((point, k): PathPoint => {
    const wanted = meant[k]!;
    return {
      x: point.x - wanted.x,
      y: point.y - wanted.y,
      turn: point.turn - wanted.turn,
      growth: point.growth - wanted.growth,
    };
  });
  return { off, meant };
}

/** What takes such shake away from a picture whose width is `aspect` of its height. */
export const correctionOf = ({ x, y, turn, growth }: PathPoint, aspect: number): Correction => ({
  x: -x,
  y: -y * aspect,
  rotation: (-turn * 180) / Math.PI,
  scale: Math.exp(-growth),
});

/**
 * Steadies a stretch of a clip; see `shakePath`. Gives what each frame needs to follow the meant
 * way, and how much of its movement is shake. `aspect` is width over height.
 */
export function steadied(
  frames: readonly CameraStep[],
  { rate, seconds, aspect }: { rate: number; seconds: number; aspect: number },
): Steadying {
  const { off, meant: smooth } = shakePath(frames, { rate, seconds });
  const [shake, meant] = [usualStep(off), usualStep(smooth)];
  const lasts = Math.max(1, frames.length - 1) / rate;
  const often =
    Math.max(crossings(off.map(({ x }) => x)), crossings(off.map(({ y }) => y))) / 2 / lasts;
  return {
    corrections: off.map((point) => correctionOf(point, aspect)),
    shake,
    meant,
    share: shake + meant > 0 ? shake ** 2 / (shake ** 2 + meant ** 2) : 0,
    often,
  };
}

/** Places to which corrections are kept: a hundredth of a pixel of a picture a thousand wide. */
const KEPT = 1e5;
const kept = (value: number): number => Math.round(value * KEPT) / KEPT;

/**
 * The corrections of the frames [from, to) of a clip, by its camera's way as far about them as the
 * smoothing reaches, rounded to be kept.
 */
export function steadyMoves(
  frames: readonly CameraStep[],
  { from, to }: { readonly from: number; readonly to: number },
  options: { rate: number; seconds: number; aspect: number },
): Correction[] {
  const about = Math.ceil(2 * options.seconds * options.rate);
  const first = Math.max(0, from - about);
  const { off } = shakePath(frames.slice(first, to + about), options);
  return off.slice(from - first, to - first).map((point) => {
    const { x, y, rotation, scale } = correctionOf(point, options.aspect);
    return { x: kept(x), y: kept(y), rotation: kept(rotation), scale: kept(scale) };
  });
}
