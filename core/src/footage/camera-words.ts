import { STILL, type Movement } from './movement.ts';

/** Which way a camera goes at a frame. */
export interface CameraDirection {
  /**
   * Degrees in which the picture goes on the screen, 0 to the right, 90 down; null when it hardly
   * shifts.
   */
  readonly degrees: number | null;
  /** In words, what the camera does: the picture goes the other way. */
  readonly words: string;
}

/** Speeds, in widths (or parts of scale, or radians) a second, under which nothing is said. */
const LEAST = 0.01;
/** A shift, zoom or turn that is less than this part of the strongest is not told. */
const TOLD = 0.3;

/** Part of the frames in which a camera must go for that to be what it does. */
const LEAST_PART = 0.1;

const WAYS = [
  'left',
  'left and up',
  'up',
  'right and up',
  'right',
  'right and down',
  'down',
  'left and down',
] as const;

/**
 * The mean movement of frames in which the camera goes, for what it does on the whole; nothing
 * where it never does.
 */
export function usualMove(frames: readonly Movement[], camera: Float64Array): Movement {
  const moving = frames.filter((_, k) => camera[k]! >= LEAST);
  // A few frames of jolt are no move of the camera.
  if (moving.length < LEAST_PART * frames.length) return STILL;
  const mean = (of: (frame: Movement) => number) =>
    moving.reduce((sum, f) => sum + of(f), 0) / moving.length;
  return {
    ...STILL,
    dx: mean((f) => f.dx),
    dy: mean((f) => f.dy),
    zoom: mean((f) => f.zoom),
    turn: mean((f) => f.turn),
  };
}

/** The direction of a camera from the movement at a frame, at a rate in frames a second. */
export function cameraDirection({ dx, dy, zoom, turn }: Movement, rate: number): CameraDirection {
  const shift = Math.hypot(dx, dy) * rate;
  const [grows, turns] = [(zoom * rate) / 2, (turn * rate) / 2];
  const most = Math.max(shift, Math.abs(grows), Math.abs(turns));
  if (most < LEAST) return { degrees: null, words: 'still' };
  const told = (size: number) => Math.abs(size) >= Math.max(LEAST / 2, TOLD * most);
  const degrees = (Math.atan2(dy, dx) * 180) / Math.PI;
  const words: string[] = [];
  // A camera that goes to the left moves the picture to the right.
  if (told(shift)) words.push(WAYS[(Math.round(degrees / 45) + 8) % 8]!);
  if (told(grows)) words.push(grows > 0 ? 'in' : 'out');
  if (told(turns)) words.push(turns > 0 ? 'turning left' : 'turning right');
  return { degrees: told(shift) ? (degrees + 360) % 360 : null, words: words.join(', ') };
}
