import { relabelled } from './relabel.ts';
import {
  CaesuraError,
  canDropFrames,
  formatTimecode,
  framesPerDay,
  plural,
  rateLabel,
  toNumber,
  type GivenFrames,
} from '../../time/index.ts';
import type { Plan, Size } from '../index.ts';

/** Parts of the brief that can be changed on their own. */
export type BriefChange = Partial<
  Pick<Plan, 'name' | 'client' | 'target' | 'start' | 'lead' | 'pace' | 'dropFrame'>
> & { size?: Size };

/**
 * Throws unless a length fits: at least a frame, and start plus length within a day of timecode.
 */
export function checkLength(
  plan: Pick<Plan, 'rate' | 'dropFrame' | 'start'>,
  target: GivenFrames,
): void {
  if (!Number.isSafeInteger(target) || target < 1)
    throw new CaesuraError(
      'bad-target',
      'The target length must be at least 1 frame.',
      'Give a length such as 45s, 1:30 or 00:00:45:00.',
    );
  const day = framesPerDay(plan.rate, plan.dropFrame);
  if (plan.start + target > day)
    throw new CaesuraError(
      'bad-target',
      `A film of ${target} frames from ${formatTimecode(plan.start, plan.rate, plan.dropFrame)} would run past 24 hours of timecode.`,
      `The longest from there is ${day - plan.start} frames.`,
    );
}

/**
 * Throws unless a lead is at most a second either way: more than that is another cue, not a lead.
 */
function checkLead({ rate, lead }: Pick<Plan, 'rate' | 'lead'>): void {
  const most = Math.floor(toNumber(rate));
  if (Math.abs(lead) > most)
    throw new CaesuraError(
      'bad-lead',
      `A lead of ${plural(lead, 'frame')} is more than a second.`,
      `Give −${most} to ${most} frames; below 0 cuts fall after their cues.`,
    );
}

/**
 * Changes the brief. The score stays as it is, so a new target shows as frames over or under until
 * laid out again. Throws when the target is no frame or runs past a day, a lead is more than a
 * second, or drop-frame is asked for at a rate that has none.
 */
export function changeBrief(plan: Plan, change: BriefChange): Plan {
  const next = { ...plan, ...change };
  if (next.dropFrame && !canDropFrames(next.rate))
    throw new CaesuraError(
      'no-drop-frame',
      `There is no drop-frame timecode at ${rateLabel(next.rate)} fps.`,
      'Turn drop-frame off.',
    );
  if (change.dropFrame !== undefined && change.dropFrame !== plan.dropFrame)
    next.start = relabelled(plan.start, plan, next);
  checkLength(next, next.target);
  if (change.lead !== undefined) checkLead(next);
  return next;
}
