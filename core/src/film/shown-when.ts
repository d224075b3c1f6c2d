import type { SourceFrames } from '../time/index.ts';
import type { ShotFacts } from './shots.ts';

/**
 * Frames of the film after the start of a shot at which a source frame, or what follows it where it
 * is passed over, is first seen; null where it never is.
 */
export function seenAfter(
  { time, length }: Pick<ShotFacts, 'time' | 'length'>,
  moment: SourceFrames,
): number | null {
  if (!time) return null;
  for (let k = 0; k < length; k++) {
    const [before, here] = [k === 0 ? null : time.at(k - 1), time.at(k)];
    if (here === moment) return k;
    // Of a fast clip frames are passed over, of one that goes backwards likewise.
    if (before !== null && (before - moment) * (here - moment) < 0) return k;
  }
  return null;
}
