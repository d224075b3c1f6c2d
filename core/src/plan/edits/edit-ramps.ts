import { contentOf } from './edit-shots.ts';
import { rampOf, type ShotFacts, filmOf, shotFactsAt } from '../../film/index.ts';
import { freshId, type Plan, type Ramp, type RampKey, type Shot } from '../index.ts';
import { CaesuraError, sourceFrames, type Rational, type SourceFrames } from '../../time/index.ts';
import { placeOf, sourceInFor, type Landing } from '../../ramps/index.ts';

/** The first moment of a clip that a shot shows on a cue, or on its own start; null when none lands. */
export function landedMoment(plan: Plan, { clip, time, start, length }: ShotFacts): Landing | null {
  if (!clip || !time) return null;
  const cues = new Set<number>([start, ...filmOf(plan).cues.map((cue) => cue.frame)]);
  const moments = new Set<number>(clip.moments.map(({ at }) => at));
  for (let after = 0; after < length; after++) {
    const shown = time.at(after);
    if (moments.has(shown) && cues.has(start + after)) return { moment: shown, after };
  }
  return null;
}

/** A shot with other speeds in place of those it has. */
function withSpeeds(
  shot: Shot,
  speeds: Partial<Pick<Shot, 'ramp' | 'rampOf'>>,
  sourceIn: SourceFrames,
): Shot {
  const { id, start, join, locked, clip } = shot;
  const content = contentOf({ clip, sourceIn, ...speeds } as Shot);
  return { ...{ id, start }, ...content, ...(join && { join }), ...(locked && { locked }) } as Shot;
}

/**
 * The source in of a shot with other speeds: the moment that lands stays on its cue; without one the shot starts where it
 * did, or as near as its file allows.
 */
function startFor(plan: Plan, facts: ShotFacts, changed: Shot): SourceFrames {
  const { clip, length, sourceIn } = facts;
  if (!clip) return sourceIn;
  const landing = landedMoment(plan, facts) ?? { moment: sourceIn, after: 0 };
  const solved = sourceInFor(plan, changed, clip, length, landing.moment, landing.after);
  return solved.found ?? (solved.reason !== null ? solved.nearest : null) ?? sourceIn;
}

/** Gives shots other speeds; their cuts stay, and a moment that lands stays on its cue. */
function respeed(
  plan: Plan,
  indices: readonly number[],
  speeds: Partial<Pick<Shot, 'ramp' | 'rampOf'>>,
): Plan {
  const facts = filmOf(plan).shots;
  const shots = plan.score!.shots.map((shot, i) => {
    if (!indices.includes(i)) return shot;
    const changed = withSpeeds(shot, speeds, shot.sourceIn);
    return { ...changed, sourceIn: startFor(plan, facts[i]!, changed) };
  });
  return { ...plan, score: { ...plan.score!, shots } };
}

/**
 * Gives a shot a ramp, or takes it away with null. The cuts stay on the music: the source range changes, and a moment that
 * lands on a cue stays there where the file allows. Throws when there is no such shot.
 */
export function setRamp(plan: Plan, index: number, ramp: Ramp | null): Plan {
  shotFactsAt(plan, index);
  return respeed(plan, [index], ramp ? { ramp } : {});
}

/**
 * Sets the speed on a frame of a shot, in place of the key that is there, or as a new one; what had no ramp gets one, from the
 * constant speed at its start. Throws when the shot has no such frame.
 */
export function setRampKey(
  plan: Plan,
  index: number,
  at: number,
  speed: Rational,
  ease = 'ease-in-out',
): Plan {
  const { shot, length, speed: constant } = shotFactsAt(plan, index);
  if (!Number.isInteger(at) || at < 0 || at > length)
    throw new CaesuraError(
      'key-outside',
      `Shot ${index + 1} has no frame ${at}.`,
      `Its keys go from 0 to ${length}.`,
    );
  const key = (from: RampKey['from'], place: number, { num, den }: Rational): RampKey => ({
    from,
    at: place,
    speed: { num, den },
    ease,
  });
  const ramp = rampOf(plan, shot) ?? [key('start', 0, constant)];
  const there = ramp.find((k) => placeOf(k, length) === at);
  const set = there ? key(there.from, there.at, speed) : key('start', at, speed);
  const others = ramp.filter((k) => k !== there);
  return setRamp(
    plan,
    index,
    [...others, set].sort((a, b) => placeOf(a, length) - placeOf(b, length)),
  );
}

/** Takes a key of a ramp away, by its place in the list; the last one takes the ramp with it. */
export function removeRampKey(plan: Plan, index: number, place: number): Plan {
  const left = (rampOf(plan, shotFactsAt(plan, index).shot) ?? []).filter((_, i) => i !== place);
  return setRamp(plan, index, left.length > 0 ? left : null);
}

/** Gives a shot a ramp and a source in that were found together. */
export function placeRamp(plan: Plan, index: number, ramp: Ramp, sourceIn: number): Plan {
  const { shot } = shotFactsAt(plan, index);
  const shots = plan.score!.shots.map((s, i) =>
    i === index ? withSpeeds(shot, { ramp }, sourceFrames(sourceIn)) : s,
  );
  return { ...plan, score: { ...plan.score!, shots } };
}

/** Keeps the ramp of a shot as one that several follow; the shot then follows it. */
export function keepRamp(plan: Plan, index: number, name: string): Plan {
  const keys = rampOf(plan, shotFactsAt(plan, index).shot);
  if (!keys)
    throw new CaesuraError('no-ramp', `Shot ${index + 1} has no ramp.`, 'Give it one first.');
  const id = freshId('g', plan.ramps);
  return respeed({ ...plan, ramps: [...plan.ramps, { id, name, keys }] }, [index], { rampOf: id });
}

/** Lets shots follow a ramp that was kept. Throws when it is not in the plan. */
export function followRamp(plan: Plan, id: string, indices: readonly number[]): Plan {
  if (!plan.ramps.some((r) => r.id === id))
    throw new CaesuraError('no-such-ramp', 'That ramp is not in the plan.', 'Choose another.');
  return respeed(plan, indices, { rampOf: id });
}

/** Changes a ramp that was kept; all shots that follow it change with it, each with its moment kept. */
export function changeRampGroup(plan: Plan, id: string, keys: Ramp): Plan {
  const facts = filmOf(plan).shots;
  const changed = { ...plan, ramps: plan.ramps.map((r) => (r.id === id ? { ...r, keys } : r)) };
  if (!plan.score) return changed;
  const shots = plan.score.shots.map((shot, i) =>
    shot.rampOf === id && !shot.ramp
      ? { ...shot, sourceIn: startFor(changed, facts[i]!, shot) }
      : shot,
  );
  return { ...changed, score: { ...plan.score, shots } };
}
