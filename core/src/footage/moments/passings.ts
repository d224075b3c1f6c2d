import { sourceFrames } from '../../time/index.ts';
import { clamp } from '../../numbers/index.ts';
import type { Moment, MomentKind } from './moment.ts';
import { spanOf, type Signals } from './signals.ts';

/** Seconds in which nothing moves by itself before it comes in, and for which it then does. */
const BEFORE = 0.12;
const AFTER = 0.12;
/** Part of the picture that must move, and of that which touches an edge. */
const LEAST_SIZE = 0.004;
const AT_EDGE = 0.7;
/** Speed of what comes in, or goes out, that strikes the eye in full, in widths a second. */
const FULL = 2;

/**
 * Entries and exits: something comes in over an edge of the picture, or goes out over it; and where
 * something inside the picture begins to move, or ends, while nothing else does.
 */
export function passings({ frames, subject, rate, count }: Signals): Moment[] {
  const [quiet, busy] = [spanOf(BEFORE, rate, 2), spanOf(AFTER, rate, 2)];
  const moves = (k: number) => (frames[k]?.subject.size ?? 0) >= LEAST_SIZE;
  const all = (from: number, to: number, wanted: boolean) => {
    for (let k = from; k < to; k++) if (moves(k) !== wanted) return false;
    return true;
  };
  const edgeNear = (from: number, to: number) =>
    Math.max(...frames.slice(Math.max(0, from), to).map((f) => f.subject.atEdge));
  const fastest = (from: number, to: number) => {
    let most = 0;
    for (let k = Math.max(0, from); k < Math.min(count, to); k++)
      most = Math.max(most, Math.hypot(subject.x[k]!, subject.y[k]!));
    return most;
  };
  const moment = (at: number, kind: MomentKind, speed: number, reason: string): Moment => ({
    at: sourceFrames(at),
    kind,
    strength: clamp(speed / FULL),
    reason,
  });
  const found: Moment[] = [];
  for (let k = quiet; k < count - busy; k++) {
    if (all(k - quiet, k, false) && all(k, k + busy, true)) {
      const speed = fastest(k, k + 2 * busy);
      if (edgeNear(k, k + 2) >= AT_EDGE)
        found.push(moment(k, 'entry', speed, 'something comes into the picture'));
      else found.push(moment(k, 'start', speed, 'something begins to move'));
    }
    if (all(k - busy, k, true) && all(k, k + quiet, false)) {
      const speed = fastest(k - 2 * busy, k);
      if (edgeNear(k - 2, k) >= AT_EDGE)
        found.push(moment(k, 'exit', speed, 'something goes out of the picture'));
      else found.push(moment(k, 'settle', speed, 'what moved comes to rest'));
    }
  }
  return found;
}
