import type { GivenFrames } from '../time/index.ts';
import { speedAt, type SpeedCurve } from '../curves/index.ts';
import type { Ramp } from '../plan/index.ts';
import type { ShotFacts } from '../film/shots.ts';
import { placeOf } from './places.ts';

/** A slow patch between two crests that should meet at a cut. */
export interface SlowPatch {
  /** Frames from the crest to the cut on either side. */
  readonly before: number;
  readonly after: number;
  /** The slowest of it and the lower of the crests, times normal. */
  readonly slowest: number;
  readonly crest: number;
}

/**
 * Frames about a cut in which crests belong to it, on both sides together: twice a usual ramp;
 * common practice has 10. What is fast farther away is a stretch of its own.
 */
const REACH = 20;
/** Below this part of the lower crest it is a patch. */
const DIPS = 0.8;
/** A crest is at least this fast. */
const CREST = 1.2;

/**
 * The fastest frame boundary of a stretch that is nearest to the cut: frames from it, and how fast.
 */
function crestOf(curve: SpeedCurve, at: number, towards: 1 | -1, reach: number) {
  let best = { far: 0, speed: Math.abs(speedAt(curve, at)) };
  for (let far = 1; far <= reach; far++) {
    const speed = Math.abs(speedAt(curve, at + towards * far));
    if (speed > best.speed + 1e-9) best = { far, speed };
  }
  return best;
}

/**
 * The slow patch about a cut: both sides have a crest within reach, at least one of them off the
 * cut, and between them it is slow.
 */
export function slowPatch(out: ShotFacts, into: ShotFacts): SlowPatch | null {
  if (!out.time || !into.time) return null;
  const [a, b] = [out.time.curve, into.time.curve];
  const before = crestOf(a, out.length, -1, Math.min(REACH, out.length));
  const after = crestOf(b, 0, 1, Math.min(REACH, into.length));
  const crest = Math.min(before.speed, after.speed);
  const apart = before.far + after.far;
  if (apart === 0 || apart > REACH || crest < CREST) return null;
  let slowest = Infinity;
  for (let k = 0; k <= before.far; k++)
    slowest = Math.min(slowest, Math.abs(speedAt(a, out.length - k)));
  for (let k = 0; k <= after.far; k++) slowest = Math.min(slowest, Math.abs(speedAt(b, k)));
  return slowest < DIPS * crest ? { before: before.far, after: after.far, slowest, crest } : null;
}

/**
 * A ramp with its crest, `far` frames inside the shot, moved on to the cut, and what lay between
 * left out.
 */
export function crestOnCut(
  { ramp, length }: ShotFacts,
  end: 'start' | 'end',
  far: GivenFrames,
): Ramp | null {
  if (!ramp) return null;
  const place = (key: Ramp[number]) => placeOf(key, length);
  const crest = end === 'start' ? far : length - far;
  const inside = ramp.filter((key) =>
    end === 'start' ? place(key) >= crest : place(key) <= crest,
  );
  // The ramp up to the crest goes along with it; what is nearer to the other end stays.
  return inside.map((key) => {
    const near = end === 'start' ? place(key) <= length / 2 : place(key) >= length / 2;
    if (!near) return key;
    return end === 'start'
      ? { ...key, from: 'start' as const, at: place(key) - far }
      : { ...key, from: 'end' as const, at: place(key) + far - length };
  });
}
