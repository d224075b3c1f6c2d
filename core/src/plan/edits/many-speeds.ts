import { shotFactsAt } from '../../film/index.ts';
import {
  copiedRamp,
  keepRange,
  keepWith,
  rangeShown,
  type Copy,
  type FilmedShot,
  type Gives,
  type Kept,
  type SpeedChange,
  type Solved,
} from '../../ramps/index.ts';
import { CaesuraError, plural, type GivenFrames, type ShotIndex } from '../../time/index.ts';
import type { Plan, Ramp } from '../index.ts';
import { placeSpeeds, setRamp, speedsOf } from './edit-ramps.ts';
import { checkHeld } from './held-speeds.ts';

/** How the speeds of one shot are put on others. */
export interface CopySpeeds {
  readonly from: ShotIndex;
  readonly onto: readonly ShotIndex[];
  readonly how: Copy;
  /** What gives way so that each keeps its source in and out; null where its out may move. */
  readonly gives: Exclude<Gives, 'length'> | null;
}

/** A shot whose speeds could not be set, and why. */
export interface NotSet {
  readonly shot: ShotIndex;
  readonly why: string;
}

/** A plan with the speeds of many shots set, and those of which they could not be. */
export interface SetOnMany {
  readonly plan: Plan;
  readonly left: readonly NotSet[];
}

/** Sets the speeds of one shot after the other; one that cannot be is left as it is, with why. */
function onEach(
  plan: Plan,
  onto: readonly ShotIndex[],
  one: (made: Plan, filmed: FilmedShot, index: ShotIndex) => Plan | string,
): SetOnMany {
  const left: NotSet[] = [];
  let made = plan;
  for (const index of onto) {
    const { shot, clip, length } = shotFactsAt(made, index);
    if (!clip) {
      left.push({ shot: index, why: 'It shows no clip.' });
      continue;
    }
    try {
      const next = one(made, { shot, clip, length }, index);
      if (typeof next === 'string') left.push({ shot: index, why: next });
      else made = next;
    } catch (error) {
      if (!(error instanceof CaesuraError)) throw error;
      left.push({ shot: index, why: error.message });
    }
  }
  return { plan: made, left };
}

/**
 * A plan with speeds that keep the source of a shot, or why there are none. Throws when they break
 * what else is held of it.
 */
function placedOr(plan: Plan, index: ShotIndex, kept: Solved<Kept>): Plan | string {
  if (kept.reason !== null) return kept.reason;
  const made = placeSpeeds(plan, index, kept.found);
  checkHeld(plan, index, made);
  return made;
}

/** Speeds, with the length of the shot from which they are. */
export interface SpeedsOfShot {
  readonly ramp: Ramp;
  readonly length: GivenFrames;
}

/**
 * Puts speeds on shots, each with its source in and out kept if that is asked; what cannot be is
 * left as it is, with the reason. Throws when there is no such shot.
 */
export const putSpeeds = (
  plan: Plan,
  { ramp, length }: SpeedsOfShot,
  { onto, how, gives }: Omit<CopySpeeds, 'from'>,
): SetOnMany =>
  onEach(plan, onto, (made, filmed, index) => {
    const speeds = copiedRamp(ramp, { from: length, to: filmed.length }, how);
    if (!gives) return setRamp(made, index, speeds);
    const wanted = { ...filmed, shot: { ...filmed.shot, ramp: speeds } };
    return placedOr(made, index, keepRange(made, wanted, rangeShown(made, filmed), gives));
  });

/** Puts the speeds of one shot on others; see `putSpeeds`. */
export const copiedSpeeds = (plan: Plan, { from, onto, ...how }: CopySpeeds): SetOnMany =>
  putSpeeds(
    plan,
    { ramp: speedsOf(plan, from), length: shotFactsAt(plan, from).length },
    { onto: onto.filter((other) => other !== from), ...how },
  );

/** A figure of the speeds of many shots, each of which keeps its source in and out. */
export interface KeepOnMany {
  /** The length is none: who pays for it would not keep its own source. */
  readonly change: Exclude<SpeedChange, { readonly what: 'length' }>;
  readonly gives: Exclude<Gives, 'length'>;
  readonly onto: readonly ShotIndex[];
}

/**
 * Changes one figure of the speeds of many shots, each with its source in and out kept by what
 * gives way; what cannot be is left as it is, with the reason. Throws when there is no such shot.
 */
export const keptSpeeds = (plan: Plan, { onto, ...asked }: KeepOnMany): SetOnMany =>
  onEach(plan, onto, (made, filmed, index) => placedOr(made, index, keepWith(made, filmed, asked)));

/** A plan with speeds set. Throws when they could be of no shot, with the first reason. */
export function checkSet({ plan: made, left }: SetOnMany, plan: Plan, of: number): Plan {
  const [first] = left;
  if (first && made === plan)
    throw new CaesuraError(
      'not-copied',
      `The speeds could be put on none of ${plural(of, 'shot')}. Shot ${first.shot + 1}: ${first.why}`,
      'Let another give way, or choose other shots.',
    );
  return made;
}

/** `copiedSpeeds` as an edit. Throws when they could be put on none, with the first reason. */
export const copySpeeds = (plan: Plan, copy: CopySpeeds): Plan =>
  checkSet(copiedSpeeds(plan, copy), plan, copy.onto.length);

/** `keptSpeeds` as an edit. Throws when it could be done of none, with the first reason. */
export const keepOnMany = (plan: Plan, asked: KeepOnMany): Plan =>
  checkSet(keptSpeeds(plan, asked), plan, asked.onto.length);

/** Shots on which speeds could not be put, in words; empty where there are none. */
export function leftWords(left: readonly NotSet[]): string {
  const [first] = left;
  if (!first) return '';
  return `${plural(left.length, 'shot')} left as they were. Shot ${first.shot + 1}: ${first.why}`;
}
