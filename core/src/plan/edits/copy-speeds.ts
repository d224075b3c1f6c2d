import { shotFactsAt } from '../../film/index.ts';
import { copiedRamp, keepRange, rangeShown, type Copy, type Gives } from '../../ramps/index.ts';
import { CaesuraError, plural, type ShotIndex } from '../../time/index.ts';
import type { Plan } from '../index.ts';
import { placeSpeeds, setRamp, speedsOf } from './edit-ramps.ts';

/** How the speeds of one shot are put on others. */
export interface CopySpeeds {
  readonly from: ShotIndex;
  readonly onto: readonly ShotIndex[];
  readonly how: Copy;
  /** What gives way so that each keeps its source in and out; null where its out may move. */
  readonly gives: Exclude<Gives, 'length'> | null;
}

/** A shot on which speeds could not be put, and why. */
export interface NotCopied {
  readonly shot: ShotIndex;
  readonly why: string;
}

/** A plan with speeds put on many shots, and those on which they could not be. */
export interface Copied {
  readonly plan: Plan;
  readonly left: readonly NotCopied[];
}

/**
 * Puts the speeds of one shot on others, each with its source in and out kept if that is asked;
 * what cannot be is left as it is, with the reason. Throws when there is no such shot.
 */
export function copiedSpeeds(plan: Plan, { from, onto, how, gives }: CopySpeeds): Copied {
  const ramp = speedsOf(plan, from);
  const { length } = shotFactsAt(plan, from);
  const left: NotCopied[] = [];
  let made = plan;
  for (const index of onto.filter((other) => other !== from)) {
    const { shot, clip, length: own } = shotFactsAt(made, index);
    if (!clip) {
      left.push({ shot: index, why: 'It shows no clip.' });
      continue;
    }
    const speeds = copiedRamp(ramp, { from: length, to: own }, how);
    try {
      if (!gives) {
        made = setRamp(made, index, speeds);
        continue;
      }
      const range = rangeShown(made, { shot, clip, length: own });
      const filmed = { shot: { ...shot, ramp: speeds }, clip, length: own };
      const kept = keepRange(made, filmed, range, gives);
      if (kept.found) made = placeSpeeds(made, index, kept.found);
      else left.push({ shot: index, why: kept.reason });
    } catch (error) {
      if (!(error instanceof CaesuraError)) throw error;
      left.push({ shot: index, why: error.message });
    }
  }
  return { plan: made, left };
}

/** The same as an edit. Throws when it could be put on none of them, with the first reason. */
export function copySpeeds(plan: Plan, copy: CopySpeeds): Plan {
  const { plan: made, left } = copiedSpeeds(plan, copy);
  const [first] = left;
  if (first && made === plan)
    throw new CaesuraError(
      'not-copied',
      `The speeds could be put on none of ${plural(copy.onto.length, 'shot')}. Shot ${first.shot + 1}: ${first.why}`,
      'Let another give way, or choose other shots.',
    );
  return made;
}

/** Shots on which speeds could not be put, in words; empty where there are none. */
export function leftWords(left: readonly NotCopied[]): string {
  const [first] = left;
  if (!first) return '';
  return `${plural(left.length, 'shot')} left as they were. Shot ${first.shot + 1}: ${first.why}`;
}
