import { easedBy } from './easing.ts';

/** A key of the speeds of a shot. */
export interface Key {
  /** Frames of the film after the start of its shot. */
  readonly at: number;
  /** 1 as it was filmed. */
  readonly speed: number;
  readonly ease: string;
}

/** The speed at a time, in frames after the start of the shot. */
function speedOn(keys: readonly Key[], at: number): number {
  const i = keys.findLastIndex((key) => key.at <= at);
  const [key, next] = [keys[i], keys[i + 1]];
  if (!key) return keys[0]!.speed;
  if (!next || next.speed === key.speed) return key.speed;
  const eased = easedBy(key.ease)?.((at - key.at) / (next.at - key.at)) ?? 0;
  return key.speed + eased * (next.speed - key.speed);
}

/** Parts in which a frame is summed up. */
const PARTS = 32;

/** Frames of the film at normal speed that are gone over on a frame, by its parts' middles. */
function goneOn(keys: readonly Key[], frame: number): number {
  let sum = 0;
  for (let i = 0; i < PARTS; i++) sum += speedOn(keys, frame + (i + 0.5) / PARTS);
  return sum / PARTS;
}

/**
 * The source frame of frames of a ramped shot, counted from its start; before it and after its end
 * too. Speeds are summed up, so that it may be a frame off.
 */
export function rampedFrames(
  given: readonly Key[],
  { sourceIn, stride }: { readonly sourceIn: number; readonly stride: number },
): (frame: number) => number {
  const keys = given.toSorted((a, b) => a.at - b.at);
  const back = keys.every(({ speed }) => speed <= 0) && keys.some(({ speed }) => speed < 0);
  const [after, before] = [[0], [0]];
  const gone = (frame: number): number => {
    while (frame >= after.length) after.push(after.at(-1)! + goneOn(keys, after.length - 1));
    while (-frame >= before.length) before.push(before.at(-1)! - goneOn(keys, -before.length));
    return frame >= 0 ? after[frame]! : before[-frame]!;
  };
  return (frame) => {
    const place = gone(frame) * stride;
    // Backwards a frame is gone through from its end.
    return sourceIn + (back ? Math.ceil(place - 1e-7) : Math.floor(place + 1e-7));
  };
}
