import { sourceFrames, type GivenFrames, type SourceFrames } from '../time/index.ts';
import type { ShotFacts } from './shots.ts';

/** A source frame and its part of a picture; the parts of a picture sum to 1. */
export interface WeightedFrame {
  readonly source: SourceFrames;
  readonly weight: number;
}

/**
 * Most source frames of which one picture is made; where a shutter would have seen more, as many of
 * them at even distances.
 */
const MOST_FRAMES = 12;

/** Source frames that lie over a stretch of source, each with how much of it it fills. */
function frameParts(from: number, to: number): WeightedFrame[] {
  const [first, last] = [Math.floor(from), Math.max(Math.floor(from), Math.ceil(to) - 1)];
  const step = (last - first + 1) / Math.min(MOST_FRAMES, last - first + 1);
  const parts: WeightedFrame[] = [];
  for (let at = first; at <= last + 1e-9; at += step) {
    const weight = Math.min(to, at + step) - Math.max(from, at);
    if (weight > 1e-9) parts.push({ source: sourceFrames(Math.floor(at + step / 2)), weight });
  }
  const whole = parts.reduce((sum, { weight }) => sum + weight, 0);
  return parts.map(({ source, weight }) => ({ source, weight: weight / whole }));
}

/**
 * The source frames of which the picture on a frame of a shot is made, where it is not one of them
 * as it is. In slow parts two neighbours by where the instant lies between them: weights 1 − f and
 * f of its fraction f. In fast parts those that a shutter open for s degrees would have seen, from
 * where the source is on the frame over s/360 of the way to the next: each by how long. A shot that
 * is to be interpolated is shown blended, which comes nearest. Null where one frame is shown.
 */
export function blendedIn(facts: ShotFacts, k: GivenFrames): readonly WeightedFrame[] | null {
  const { shot, clip, time } = facts;
  if (!clip || !time || !shot.between) return null;
  const { slow, fast, shutter } = shot.between;
  const [now, next] = [time.exact(k), time.exact(k + 1)];
  const goes = Math.abs(next - now);
  const inFile = (parts: readonly WeightedFrame[]) =>
    parts.map(({ source, weight }) => ({
      source: sourceFrames(Math.min(clip.frames - 1, Math.max(0, source))),
      weight,
    }));
  if (goes < 1 - 1e-9) {
    const part = time.backwards ? Math.ceil(now - 1e-9) - now : now - Math.floor(now + 1e-9);
    if (slow === 'repeat' || goes < 1e-9 || part < 1e-6) return null;
    const [first, second] = time.backwards
      ? [Math.ceil(now) - 1, Math.ceil(now) - 2]
      : [Math.floor(now), Math.floor(now) + 1];
    return inFile([
      { source: sourceFrames(first), weight: 1 - part },
      { source: sourceFrames(second), weight: part },
    ]);
  }
  if (fast === 'skip') return null;
  const end = now + ((next - now) * shutter) / 360;
  const parts = frameParts(Math.min(now, end), Math.max(now, end));
  return parts.length > 1 ? inFile(parts) : null;
}
