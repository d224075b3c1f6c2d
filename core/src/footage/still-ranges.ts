import { sourceFrames, type SourceFrames } from '../time/index.ts';
import type { Activity } from './activity.ts';

/** Below what a picture counts as still. */
export interface StillLimits {
  /** Widths a second of the camera's picture. */
  readonly camera: number;
  /** Difference of brightness a second of what moves by itself. */
  readonly subject: number;
  /** Shortest stretch that counts, in seconds. */
  readonly shortest: number;
}

export const USUAL_LIMITS: StillLimits = { camera: 0.008, subject: 0.01, shortest: 0.25 };

/** A stretch of frames [from, to). */
export interface FrameRange {
  readonly from: SourceFrames;
  readonly to: SourceFrames;
}

/** Frames of movement inside a still stretch that are passed over: a flicker, a dropped frame. */
const PASSED_OVER = 1;
/**
 * Times the rest of a stretch, and parts of the limits, above which its edge belongs to the
 * movement beside it.
 */
const ABOVE_REST = 3;
const LEAST_AFTER = 0.05;
/** More before it than after it: coders make a picture better for a while after it came to rest. */
const LEAST_BEFORE = 0.1;
/** Longest that an edge is moved, in seconds. */
const LONGEST_EDGE = 0.5;

/** The stretches whose frames are within the limits, each from the last frame that differed. */
function withinLimits(
  movement: Float64Array,
  still: readonly boolean[],
): { from: number; to: number }[] {
  const found: { from: number; to: number }[] = [];
  for (let k = 0; k < movement.length; k++) {
    if (!still[k]) continue;
    const last = found.at(-1);
    if (last && k - last.to <= PASSED_OVER) last.to = k + 1;
    else found.push({ from: Math.max(0, k - 1), to: k + 1 });
  }
  return found;
}

/**
 * The stretches of a clip in which nothing moves, [from, to): frames that are like the one before
 * within the limits. Movement that begins or ends softly is under the limits for a while, so each
 * edge is moved to where the movement leaves what the stretch has at rest.
 */
export function stillRanges(
  { camera, subject }: Activity,
  rate: number,
  limits = USUAL_LIMITS,
): FrameRange[] {
  const count = camera.length;
  const movement = camera.map(
    (speed, k) => speed / (limits.camera || 1e-9) + subject[k]! / (limits.subject || 1e-9),
  );
  const still = Array.from(
    camera,
    (speed, k) => speed <= limits.camera && subject[k]! <= limits.subject,
  );
  const reach = Math.round(LONGEST_EDGE * rate);
  const byCamera = camera.map((speed) => speed / (limits.camera || 1e-9));
  /**
   * Where the camera moves beside an edge, it alone tells: what is left of the picture then is the
   * coder's catching up.
   */
  const telling = (beside: number) => (byCamera[beside]! > 1 ? byCamera : movement);
  const tightened = ({ from, to }: { from: number; to: number }) => {
    const inside = movement.subarray(from + 1, to).toSorted();
    const rest = (inside[inside.length >> 1] ?? 0) * ABOVE_REST;
    let [first, end] = [from, to];
    const [before, after] = [telling(from), telling(Math.min(to, count - 1))];
    // Coders repeat a frame now and then while a movement begins, and let one flicker when it is
    // over.
    while (
      from > 0 &&
      first - from < reach &&
      first + 3 < to &&
      Math.min(before[first + 1]!, before[first + 2]!) > rest + LEAST_BEFORE
    )
      first++;
    while (
      to < count &&
      to - end < reach &&
      end - 3 > first &&
      Math.max(after[end - 1]!, after[end - 2]!) > rest + LEAST_AFTER
    )
      end--;
    return { from: first, to: end };
  };
  return withinLimits(movement, still)
    .map(tightened)
    .filter(({ from, to }) => to - from >= limits.shortest * rate)
    .map(({ from, to }) => ({ from: sourceFrames(from), to: sourceFrames(to) }));
}
