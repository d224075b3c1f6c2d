import type { JoinKey, JoinSettings } from '../plan/index.ts';

/** Frames of a window before its cut and after it. */
export interface Halves {
  readonly before: number;
  readonly after: number;
}

/**
 * The window in whose frames the keys of an own move were set: as noted with them, else the one
 * that was asked for in frames. Null where neither is known; the keys then count the frames of
 * whatever window there is.
 */
export function keyedWindow({ keyed, before, after }: JoinSettings): Halves | null {
  if (keyed) return keyed;
  return before.unit === 'frames' && after.unit === 'frames'
    ? { before: before.n, after: after.n }
    : null;
}

/**
 * Where a key comes to lie when a half of `from` frames becomes one of `to`: its first and its last
 * frame stay that, what lies between is moved in proportion and rounded.
 */
const movedInHalf = (at: number, from: number, to: number): number =>
  from <= 1 || to <= 1 ? 0 : Math.round((at * (to - 1)) / (from - 1));

/** The frame on which a key lies in another window, counted from the cut. */
function fittedAt(at: number, keyed: Halves, window: Halves): number {
  if (at < 0) return -1 - movedInHalf(-1 - at, keyed.before, window.before);
  return movedInHalf(at, keyed.after, window.after);
}

/**
 * The keys of an own move in the window that there is: as they were set where that is the window
 * they were set in, else fitted to it, so that the first and the last frame of each half keep their
 * values. Where a half has become so short that keys fall on one frame, the one nearest to the cut
 * stays, since there the pictures meet.
 */
export function fittedKeys(settings: JoinSettings, window: Halves): readonly JoinKey[] {
  const keyed = keyedWindow(settings);
  const same = keyed?.before === window.before && keyed.after === window.after;
  if (!keyed || same) return settings.keys;
  const kept = new Map<string, { readonly key: JoinKey; readonly far: number }>();
  for (const key of settings.keys) {
    const at = fittedAt(key.at, keyed, window);
    const place = `${key.side} ${key.of} ${at}`;
    const far = key.at < 0 ? -1 - key.at : key.at;
    const there = kept.get(place);
    if (!there || far < there.far) kept.set(place, { key: { ...key, at }, far });
  }
  return [...kept.values()].map(({ key }) => key);
}
