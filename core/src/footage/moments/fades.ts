import { spanOf, type Signals } from './signals.ts';

/** Seconds over which brightness is compared, and by what part of it it must change to fade. */
const REACH = 0.2;
const LEAST = 0.1;
/** Part of the change of its most changed quarter that the whole picture has where it fades. */
const WHOLE = 0.35;
/** Times as much that it changes the one way as the other. */
const ONE_WAY = 3;
/** Part of the frames of a stretch that must change so. */
const MOST = 0.6;

/**
 * For each frame whether the picture fades there: before it or after it its brightness goes on
 * changing as a whole, without a leap between. What a fade does to a picture looks like movement
 * and is none; what comes into view changes parts of the picture, and both ways.
 */
export function fadesOf({ frames, rate }: Signals, leaps: readonly number[]): boolean[] {
  const reach = spanOf(REACH, rate, 2);
  const last = frames.length - 1;
  const asOne = frames.map(({ brightness, light: { brighter, darker } }, k) => {
    const [more, less] = [Math.max(brighter, darker), Math.min(brighter, darker)];
    const whole = Math.abs(brightness - (frames[k - 1]?.brightness ?? brightness));
    return more > ONE_WAY * less && whole > WHOLE * more;
  });
  const changes = (from: number, to: number): boolean => {
    if (to <= from || leaps.some((leap) => leap > from && leap <= to)) return false;
    const [before, after] = [frames[from]!.brightness, frames[to]!.brightness];
    const steps = asOne.slice(from + 1, to + 1).filter((x) => x).length;
    const enough = Math.abs(after - before) > LEAST * Math.max(before, after);
    return enough && steps >= MOST * (to - from);
  };
  return frames.map(
    (_, k) => changes(Math.max(0, k - reach), k) || changes(k, Math.min(last, k + reach)),
  );
}
