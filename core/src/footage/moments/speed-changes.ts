import { sourceFrames } from '../../time/index.ts';
import { clamp } from '../../numbers/index.ts';
import type { Moment } from './moment.ts';
import { meanOf, peaksOf, spanOf, type Signals } from './signals.ts';

/** Seconds on either side over which the camera's velocity is taken. */
const BESIDE = 0.2;
/** Change of it from which it is told, and a full one, in widths a second. */
const LEAST = 0.2;
const FULL = 0.9;
/** Part of the change that must come within two frames of 1/24 s, and speed that is no rest. */
const AT_ONCE = 0.55;
const MOVES = 0.02;

/** Changes of the camera's velocity at once, from movement to other movement. */
export function speedChanges({ camera, rate, count }: Signals): Moment[] {
  const [beside, close] = [spanOf(BESIDE, rate, 3), spanOf(1 / 24, rate, 1)];
  const change = (k: number, reach: number, from: number): number => {
    const [dx, dy] = [camera.x, camera.y].map(
      (v) => meanOf(v, k + from, k + from + reach) - meanOf(v, k - reach, k),
    );
    return Math.hypot(dx!, dy!);
  };
  const changes = Float64Array.from({ length: count }, (_, k) => {
    if (k < beside || k + beside > count) return 0;
    const wide = change(k, beside, 0);
    if (wide < LEAST || change(k, close, 1) < AT_ONCE * wide) return 0;
    const speed = (from: number, to: number) =>
      Math.hypot(meanOf(camera.x, from, to), meanOf(camera.y, from, to));
    return Math.min(speed(k - beside, k), speed(k + 1, k + beside)) < MOVES ? 0 : wide;
  });
  return peaksOf(changes, beside).map((k) => ({
    at: sourceFrames(k),
    kind: 'change',
    strength: clamp(changes[k]! / FULL),
    reason: `the camera's way changes by ${changes[k]!.toFixed(2)} widths a second at once`,
  }));
}
