import type { LandedMoment } from '../film/landed-moment.ts';
import { shotTime } from '../film/shot-time.ts';
import type { Clip, Plan, Shot } from '../plan/index.ts';
import { sourceFrames, type SourceFrames } from '../time/index.ts';

/** What was looked for, or why it is not to be had and the nearest that is. */
export type Solved<T> =
  | { readonly found: T; readonly reason: null }
  | { readonly found: null; readonly reason: string; readonly nearest: T | null };

/** A shot that shows a clip for so many frames. */
export interface FilmedShot {
  readonly shot: Shot;
  readonly clip: Clip;
  readonly length: number;
}

const found = <T>(value: T): Solved<T> => ({ found: value, reason: null });

/**
 * The source in at which a moment falls on a frame of a shot whose speeds stay: in = moment − ⌊∫v⌋
 * up to that frame. No solution where the file does not reach from there over the whole shot; then
 * the nearest that it does.
 */
export function sourceInFor(
  plan: Pick<Plan, 'rate' | 'ramps'>,
  { shot, clip, length }: FilmedShot,
  { moment, after }: LandedMoment,
): Solved<SourceFrames> {
  const time = shotTime(plan, { ...shot, sourceIn: sourceFrames(0) }, clip, length);
  const wanted = moment - time.at(after);
  const { lowest, highest } = time.reach(0, length);
  const [least, most] = [-lowest, clip.frames - 1 - highest];
  if (least > most)
    return {
      found: null,
      reason: `The shot shows ${highest - lowest + 1} source frames and the clip has ${clip.frames}.`,
      nearest: null,
    };
  if (wanted < least || wanted > most) {
    const kept = Math.min(most, Math.max(least, wanted));
    const off = kept - wanted;
    return {
      found: null,
      reason: `The moment would fall ${Math.abs(off)} source frames ${off > 0 ? 'late' : 'early'}: the clip ${wanted < least ? 'starts' : 'ends'} there.`,
      nearest: sourceFrames(kept),
    };
  }
  return found(sourceFrames(wanted));
}
