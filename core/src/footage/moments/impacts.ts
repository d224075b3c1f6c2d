import { sourceFrames } from '../../time/index.ts';
import { clamp } from '../../numbers/index.ts';
import type { Moment } from './moment.ts';
import { meanOf, peaksOf, spanOf, type Signals } from './signals.ts';

/** Seconds on either side over which the velocity of what moves is taken. */
const BESIDE = 0.125;
/** Change of velocity that is an impact, and a full one, in widths a second. */
const LEAST = 0.22;
const FULL = 1.2;
/** Part of the change that must come within seconds, and those seconds on either side. */
const AT_ONCE = 0.75;
const AT_ONCE_WITHIN = 0.03;
/** Part of the picture from which a subject's movement strikes the eye in full. */
const FULL_SIZE = 0.025;
/**
 * Part of what moves that touches an edge, from which it comes in or goes out rather than strikes.
 */
const AT_EDGE = 0.7;
/**
 * How much more it must change there than on both sides, and than before: what gathers speed goes
 * on doing so.
 */
const STANDS_OUT = 1.6;
const OVER_BEFORE = 1.3;
/** Part of the change after it that counts as one before: what comes next is another thing. */
const AFTER = 0.7;

/** The change of the subject's velocity about each frame, where it comes at once. */
function blows({ subject, camera, rate, count, frames }: Signals): Float64Array {
  const beside = spanOf(BESIDE, rate, 3);
  const close = spanOf(AT_ONCE_WITHIN, rate, 1);
  return Float64Array.from({ length: count }, (_, k) => {
    if (k < beside || k >= count - 1) return 0;
    const before = [subject.x, subject.y].map((v) => meanOf(v, k - beside + 1, k + 1));
    const after = [subject.x, subject.y].map((v) => meanOf(v, k + 1, k + 1 + beside));
    const change = Math.hypot(after[0]! - before[0]!, after[1]! - before[1]!);
    const [x, y] = [subject.x, subject.y].map(
      (v) => meanOf(v, k + 1, k + 1 + close) - meanOf(v, k - close, k),
    );
    const within = Math.hypot(x!, y!);
    const from = (a: number, b: number) =>
      [subject.x, subject.y].map((v) => meanOf(v, b, b + beside) - meanOf(v, a, a + beside));
    const ramps = [from(k - 2 * beside + 1, k - beside + 1), from(k + 1, k + 1 + beside)];
    const sizes = ramps.map(([dx, dy]) => Math.hypot(dx!, dy!));
    const ramp = Math.max(
      STANDS_OUT * Math.min(...sizes),
      OVER_BEFORE * Math.max(sizes[0]!, AFTER * sizes[1]!),
    );
    // It moved before, and not only on the last frames: what sets out has not been struck.
    const [wayX, wayY] = [subject.x, subject.y].map((v) => meanOf(v, k - beside, k + 1 - close));
    const moved = Math.hypot(wayX!, wayY!);
    if (change < Math.max(LEAST, ramp) || within < AT_ONCE * change || moved < LEAST / 2) return 0;
    // Where the camera was taken for what moves, both change by as much and their sum does not.
    const [ownX, ownY] = [camera.x, camera.y].map(
      (v) => meanOf(v, k + 1, k + 1 + beside) - meanOf(v, k - beside + 1, k + 1),
    );
    const alone = Math.hypot(after[0]! - before[0]! + ownX!, after[1]! - before[1]! + ownY!);
    const near = frames.slice(Math.max(0, k - beside), k + beside + 1);
    return near.some((f) => f.subject.atEdge > AT_EDGE) ? 0 : Math.min(change, alone);
  });
}

/** Impacts: what moves by itself stops or is thrown back at once. */
export function impacts(signals: Signals): Moment[] {
  const blow = blows(signals);
  const beside = spanOf(BESIDE, signals.rate, 3);
  return peaksOf(blow, beside).map((k) => {
    const size = Math.max(
      ...signals.frames.slice(Math.max(0, k - beside), k + 1).map((f) => f.subject.size),
    );
    return {
      at: sourceFrames(k),
      kind: 'impact',
      strength: clamp((blow[k]! / FULL) * clamp(Math.sqrt(size / FULL_SIZE))),
      reason: `what moves changes its way by ${blow[k]!.toFixed(1)} widths a second at once`,
    };
  });
}
