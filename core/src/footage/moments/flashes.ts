import { sourceFrames } from '../../time/index.ts';
import { clamp } from '../../numbers/index.ts';
import type { Moment } from './moment.ts';
import { peaksOf, spanOf, type Signals } from './signals.ts';

/**
 * Change of light from one frame to the next that is seen as a flash, of full scale, and a full
 * one.
 */
const LEAST = 0.07;
const FULL = 0.28;
/** Speed of the camera from which only the whole picture tells, in widths a second. */
const FAST = 0.5;
/** Times the other way, and the usual of the frames about, by which it stands out. */
const ONE_WAY = 2.5;
const STANDS_OUT = 4;
/** Part of the leap of its brightest quarter that the whole picture has when all of it leaps. */
const WHOLE = 0.85;
/** Seconds within which a flash and its end are one. */
const ONE_FLASH = 0.3;
/** Seconds about a frame whose usual change it is compared with. */
const ABOUT = 0.4;

/** How far what became brighter outweighs what became darker, or the other way, in each frame. */
function leaps({ frames, cameraSpeed }: Signals): Float64Array {
  return Float64Array.from(frames, ({ brightness, light: { brighter, darker } }, k) => {
    // While the camera is fast, parts change with what comes into view: the whole tells. On the
    // frame itself light is easily taken for movement.
    const about = Math.min(cameraSpeed[k - 1] ?? 0, cameraSpeed[k + 1] ?? 0);
    if (about > FAST) return brightness - (frames[k - 1]?.brightness ?? brightness);
    const [more, less] = [Math.max(brighter, darker), Math.min(brighter, darker)];
    return more > ONE_WAY * less ? (brighter > darker ? more - less : less - more) : 0;
  });
}

/** Flashes as moments, and all frames at which the light leaps. */
export interface Flashes {
  readonly moments: readonly Moment[];
  readonly leaps: readonly number[];
  /** Those that are of a part of the picture only, such as a burst of sparks, which then moves. */
  readonly bursts: readonly number[];
}

/** Flashes: light that leaps up or down from one frame to the next, each told where it begins. */
export function flashesOf(signals: Signals): Flashes {
  const leap = leaps(signals);
  const size = leap.map(Math.abs);
  const about = spanOf(ABOUT, signals.rate, 4);
  const found = peaksOf(size, 1).filter((k) => {
    const near = [
      ...size.subarray(Math.max(0, k - about), k),
      ...size.subarray(k + 1, k + about + 1),
    ];
    const usual = near.toSorted((a, b) => a - b)[near.length >> 1] ?? 0;
    return size[k]! >= LEAST && size[k]! > STANDS_OUT * usual;
  });
  const apart = spanOf(ONE_FLASH, signals.rate, 2);
  const kept: number[] = [];
  for (const k of found) {
    const before = kept.at(-1);
    // What goes back where it came from is the end of the same flash.
    if (before !== undefined && k - before <= apart && leap[k]! * leap[before]! < 0) continue;
    kept.push(k);
  }
  const moments = kept.map((k): Moment => ({
    at: sourceFrames(k),
    kind: 'flash',
    strength: clamp(size[k]! / FULL),
    reason: `the light leaps ${leap[k]! > 0 ? 'up' : 'down'} by ${Math.round(100 * size[k]!)} % in one frame`,
  }));
  const { frames } = signals;
  const bursts = found.filter((k) => {
    const whole = frames[k]!.brightness - (frames[k - 1]?.brightness ?? 0);
    return leap[k]! > 0 && whole < WHOLE * leap[k]!;
  });
  return { moments, leaps: found, bursts };
}
