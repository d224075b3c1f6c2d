import { cameraPath, smoothedPath, type PathPoint } from './camera-path.ts';
import type { Movement } from './movement.ts';

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
function usualStep(path: readonly PathPoint[]): number {
  const steps = path.slice(1).map((point, i) => apart(path[i]!, point) ** 2);
  return Math.sqrt(steps.reduce((sum, s) => sum + s, 0) / Math.max(1, steps.length));
}

/** Times a value crosses nothing, for values of which each is a frame. */
function crossings(values: readonly number[]): number {
  return values.slice(1).filter((value, i) => value * values[i]! < 0).length;
}

/**
 * Steadies a stretch of a clip of a rate in frames a second: its camera path smoothed over a length
 * in seconds (twice the standard deviation of a Gaussian), what each frame needs to follow it, and
 * how much of its movement is shake. `aspect` is width over height.
 */
export function steadied(
  frames: readonly Pick<Movement, 'dx' | 'dy' | 'turn' | 'zoom'>[],
  { rate, seconds, aspect }: { rate: number; seconds: number; aspect: number },
): Steadying {
  const path = cameraPath(frames);
  const smooth = smoothedPath(path, (seconds * rate) / 2);
  const off = path.map((point, k): PathPoint => {
    const wanted = smooth[k]!;
    return {
      x: point.x - wanted.x,
      y: point.y - wanted.y,
      turn: point.turn - wanted.turn,
      growth: point.growth - wanted.growth,
    };
  });
  const [shake, meant] = [usualStep(off), usualStep(smooth)];
  const lasts = Math.max(1, frames.length - 1) / rate;
  const wider = off.map(({ x, y }) => [x, y] as const);
  const often =
    Math.max(crossings(wider.map(([x]) => x)), crossings(wider.map(([, y]) => y))) / 2 / lasts;
  return {
    corrections: off.map(({ x, y, turn, growth }) => ({
      x: -x,
      y: -y * aspect,
      rotation: (-turn * 180) / Math.PI,
      scale: Math.exp(-growth),
    })),
    shake,
    meant,
    share: shake + meant > 0 ? shake ** 2 / (shake ** 2 + meant ** 2) : 0,
    often,
  };
}
