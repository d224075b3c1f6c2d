import bezierEasing from 'bezier-easing';
import type { Ramp } from '../plan/index.ts';

/** Steps in a frame of the film. */
const FINE = 64;

/** The keywords of W3C CSS Easing Functions and the two forms that ramps are made with here. */
function easeOf(text: string): (t: number) => number {
  if (text === 'linear') return (t) => t;
  if (text === 'steps(1)') return () => 0;
  const known: Readonly<Record<string, readonly [number, number, number, number]>> = {
    'ease-in': [0.42, 0, 1, 1],
    'ease-out': [0, 0, 0.58, 1],
    'ease-in-out': [0.42, 0, 0.58, 1],
    ease: [0.25, 0.1, 0.25, 1],
  };
  const points =
    known[text] ??
    (/^cubic-bezier\((.+)\)$/.exec(text)![1]!.split(',').map(Number) as [
      number,
      number,
      number,
      number,
    ]);
  return bezierEasing(...points);
}

/**
 * Source position before rounding at the start of each frame of a shot, 0 to `length`, by small
 * steps (the midpoint rule) over easings of the package bezier-easing: a second way of counting,
 * with nothing of the curves of this project in it.
 */
export function stepped(
  ramp: Ramp,
  length: number,
  { sourceIn, stride }: { readonly sourceIn: number; readonly stride: number },
): number[] {
  const keys = ramp
    .map((key) => ({
      at: key.from === 'start' ? key.at : length + key.at,
      speed: key.speed.num / key.speed.den,
      ease: easeOf(key.ease),
    }))
    .sort((a, b) => a.at - b.at);
  const speed = (t: number): number => {
    const i = keys.findLastIndex((key) => key.at <= t);
    const [key, next] = [keys[i], keys[i + 1]];
    if (!key) return keys[0]!.speed;
    if (!next) return key.speed;
    return key.speed + (next.speed - key.speed) * key.ease((t - key.at) / (next.at - key.at));
  };
  const positions = [sourceIn];
  for (let k = 0; k < length; k++) {
    let sum = 0;
    for (let i = 0; i < FINE; i++) sum += speed(k + (i + 0.5) / FINE) / FINE;
    positions.push(positions[k]! + sum * stride);
  }
  return positions;
}

/** Whether a position is inside a source frame, or as near to it as stepping can tell. */
export const showsFrame = (position: number, frame: number, near = 0.02): boolean =>
  position >= frame - near && position < frame + 1 + near;
