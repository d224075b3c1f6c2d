import { shotTime } from '../film/shot-time.ts';
import type { Plan, Ramp } from '../plan/index.ts';
import { plural, type SourceFrames } from '../time/index.ts';
import type { FilmedShot } from './solve.ts';

/**
 * Why a clip does not last over a shot with other speeds and another source in: the frame of the
 * shot on which it runs out, and by how much. Null where it lasts.
 */
export function runsOut(
  plan: Pick<Plan, 'rate' | 'ramps'>,
  { shot, clip, length }: FilmedShot,
  { ramp, sourceIn }: { readonly ramp: Ramp; readonly sourceIn: SourceFrames },
): string | null {
  const time = shotTime(plan, { ...shot, ramp, sourceIn }, clip, length);
  const { lowest, highest } = time.reach(0, length);
  if (lowest < 0)
    return `The shot would begin ${plural(-lowest, 'source frame')} before the clip does.`;
  const over = highest - (clip.frames - 1);
  if (over <= 0) return null;
  let k = 0;
  while (time.at(k) < clip.frames) k++;
  return `The clip runs out on frame ${k + 1} of the ${length} of the shot, ${plural(over, 'source frame')} short.`;
}
