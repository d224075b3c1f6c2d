import { shotFactsAt } from '../film/index.ts';
import { speedsOf } from '../plan/edits/edit-ramps.ts';
import { contentOf } from '../plan/edits/edit-shots.ts';
import { checkSet, putSpeeds, type SetOnMany } from '../plan/edits/many-speeds.ts';
import type { Plan } from '../plan/index.ts';
import type { ShotIndex } from '../time/index.ts';
import { holding, type Copied } from './copied.ts';
import { checkPlaces, copiedFor } from './pasted.ts';

/** Copies how fast a shot goes. Throws when there is no such shot. */
export function copySpeedsOf(plan: Plan, index: ShotIndex): Copied {
  const { shot, length } = shotFactsAt(plan, index);
  return { kind: 'speeds', plan: holding(plan, [{ ...contentOf(shot), length }]) };
}

/**
 * Puts copied speeds on shots, their keys as far from the cuts as they were, and tells where that
 * could not be, and why.
 */
export function pastedSpeeds(plan: Plan, copied: Copied, onto: readonly ShotIndex[]): SetOnMany {
  const copy = copiedFor(plan, copied, 'speeds');
  const speeds = { ramp: speedsOf(copy, 0), length: shotFactsAt(copy, 0).length };
  return putSpeeds(plan, speeds, { onto, how: 'as it is', gives: null });
}

/** `pastedSpeeds` as an edit. Throws when no shot is meant, or when they could be put on none. */
export function pasteSpeeds(plan: Plan, copied: Copied, onto: readonly ShotIndex[]): Plan {
  checkPlaces('Speeds were', 'shot', onto);
  return checkSet(pastedSpeeds(plan, copied, onto), plan, onto.length);
}
