import { filmOf, rampOf, shotFactsAt } from '../../film/index.ts';
import { CaesuraError, firstFew, plural, type ShotIndex } from '../../time/index.ts';
import { freshId, type Plan, type Ramp } from '../index.ts';
import { respeed } from './edit-ramps.ts';
import { startHeld } from './held-speeds.ts';

/** A ramp that was kept. Throws when it is not in the plan. */
function keptRamp(plan: Plan, id: string): Plan['ramps'][number] {
  const ramp = plan.ramps.find((r) => r.id === id);
  if (!ramp)
    throw new CaesuraError('no-such-ramp', 'That ramp is not in the plan.', 'Choose another.');
  return ramp;
}

/** Keeps the ramp of a shot as one that several follow; the shot then follows it. */
export function keepRamp(plan: Plan, index: ShotIndex, name: string): Plan {
  const keys = rampOf(plan, shotFactsAt(plan, index).shot);
  if (!keys)
    throw new CaesuraError('no-ramp', `Shot ${index + 1} has no ramp.`, 'Give it one first.');
  const id = freshId('g', plan.ramps);
  return respeed({ ...plan, ramps: [...plan.ramps, { id, name, keys }] }, [index], { rampOf: id });
}

/** Lets shots follow a ramp that was kept. Throws when it is not in the plan. */
export function followRamp(plan: Plan, id: string, indices: readonly ShotIndex[]): Plan {
  keptRamp(plan, id);
  return respeed(plan, indices, { rampOf: id });
}

/**
 * Changes a ramp that was kept; all shots that follow it change with it, each with its moment kept.
 * Throws when it is not in the plan, or when that breaks what is held of one of them.
 */
export function changeRampGroup(plan: Plan, id: string, keys: Ramp): Plan {
  keptRamp(plan, id);
  const facts = filmOf(plan).shots;
  const changed = { ...plan, ramps: plan.ramps.map((r) => (r.id === id ? { ...r, keys } : r)) };
  if (!plan.score) return changed;
  const shots = plan.score.shots.map((shot, i) =>
    shot.rampOf === id && !shot.ramp
      ? { ...shot, sourceIn: startHeld(changed, facts[i]!, shot) }
      : shot,
  );
  return { ...changed, score: { ...plan.score, shots } };
}

/**
 * Gives a ramp that was kept another name. Throws when it is not in the plan, or when there is no
 * name.
 */
export function renameRamp(plan: Plan, id: string, name: string): Plan {
  keptRamp(plan, id);
  if (name.trim() === '')
    throw new CaesuraError('no-name', 'A ramp that is kept has a name.', 'Type one.');
  return {
    ...plan,
    ramps: plan.ramps.map((r) => (r.id === id ? { ...r, name: name.trim() } : r)),
  };
}

/**
 * Takes a ramp out of those that are kept; the shots that follow it have its speeds as their own
 * from then on. Throws when it is not in the plan.
 */
export function removeRamp(plan: Plan, id: string): Plan {
  const { keys } = keptRamp(plan, id);
  const ramps = plan.ramps.filter((r) => r.id !== id);
  if (!plan.score) return { ...plan, ramps };
  const shots = plan.score.shots.map((shot) => {
    if (shot.rampOf !== id) return shot;
    const { rampOf: _gone, ...rest } = shot;
    return { ramp: keys, ...rest };
  });
  return { ...plan, ramps, score: { ...plan.score, shots } };
}

/**
 * Shots that followed a kept ramp before a change and have speeds of their own after it, in words;
 * empty where none.
 */
export function unfollowedWords(before: Plan, after: Plan): string {
  const names = new Map(after.ramps.map(({ id, name }) => [id, name]));
  const now = new Map((after.score?.shots ?? []).map((shot, i) => [shot.id, { shot, i }]));
  const said = (before.score?.shots ?? []).flatMap(({ id, ramp, rampOf: followed }) => {
    const other = now.get(id);
    const name = followed && !ramp ? names.get(followed) : undefined;
    if (!other || name === undefined || (other.shot.rampOf === followed && !other.shot.ramp))
      return [];
    return [`Shot ${other.i + 1} no longer follows “${name}”.`];
  });
  return firstFew(said, (count) => `Nor do ${plural(count, 'other shot')}.`);
}
