import { filmOf, rampOf } from '../film/index.ts';
import { settingsOf } from '../joins/index.ts';
import { scoreOf } from '../plan/edits/edit-cuts.ts';
import { contentOf, showing, splitShot } from '../plan/edits/edit-shots.ts';
import { takeRange } from '../plan/edits/take-range.ts';
import type { Clip, Join, Plan, Shot } from '../plan/index.ts';
import { CaesuraError, frames, plural, type Frames, type ShotIndex } from '../time/index.ts';
import { holding, type Copied } from './copied.ts';
import { copiedFor, idsIn, isKnown } from './pasted.ts';

/**
 * Copies shots with their lengths, looks and speeds, and the joins at the cuts between those that
 * follow one another. Throws when there is none.
 */
export function copyShots(plan: Plan, indices: readonly ShotIndex[]): Copied {
  const wanted = new Set(indices);
  const facts = filmOf(plan).shots.filter(({ index }) => wanted.has(index));
  if (facts.length === 0)
    throw new CaesuraError('nothing-chosen', 'No shot is chosen.', 'Choose one on the score.');
  const shots = facts.map(({ shot, index, length }, i) => ({
    ...contentOf(shot),
    length,
    ...(i > 0 && wanted.has(index - 1) && shot.join && { join: shot.join }),
  }));
  return { kind: 'shots', plan: holding(plan, shots) };
}

/** The clip of a plan that is the one of a copy: by its content, or by its id and name. */
const sameClip = (plan: Plan, { id, name, content }: Clip): Clip | undefined =>
  plan.clips.find((clip) => clip.id === id && clip.name === name && clip.content === content) ??
  (content === undefined ? undefined : plan.clips.find((clip) => clip.content === content));

/** A join of a copy as one of a plan, which may not have the recipe that it follows. */
export function carriedJoin(plan: Plan, copy: Plan, join: Join): Join {
  if (join.recipe === undefined || isKnown(join.recipe, plan.recipes, copy.recipes)) return join;
  const { recipe: _left, ...rest } = join;
  return { ...rest, set: settingsOf(copy, join) };
}

/** A shot of a copy as one of a plan, which may not have the ramp that it follows. */
function carriedShot(plan: Plan, copy: Plan, shot: Shot): Shot {
  const { rampOf: followed, join, ...rest } = shot;
  const ramp = rampOf(copy, shot);
  return {
    ...rest,
    ...(followed !== undefined &&
      (isKnown(followed, plan.ramps, copy.ramps) ? { rampOf: followed } : ramp && { ramp })),
    ...(join && { join: carriedJoin(plan, copy, join) }),
  };
}

/** Throws when a cut that is locked lies inside a stretch. */
function checkLocks(plan: Plan, from: number, to: number): void {
  const locked = filmOf(plan).shots.find(
    ({ shot, start }) => shot.locked && start > from && start < to,
  );
  if (locked)
    throw new CaesuraError(
      'locked',
      `Cut ${locked.index} is locked, and lies under what would be pasted.`,
      'Unlock it, or paste elsewhere.',
    );
}

/** The stretch of a film over which copied shots go; they are cut off at its end. */
export function pastedRange(
  plan: Plan,
  copied: Copied,
  from: Frames,
): { readonly from: Frames; readonly to: Frames; readonly cutOff: number } {
  const { length } = scoreOf(copiedFor(plan, copied, 'shots'));
  const to = frames(Math.min(from + length, scoreOf(plan).length));
  return { from, to, cutOff: from + length - to };
}

/**
 * Puts copied shots over the film from a frame on, in place of what is there; all before and after
 * stays where it is, and the length of the film. Throws when there is no film or no such frame,
 * when a clip is not in the plan, or when a locked cut would go.
 */
export function pasteShots(plan: Plan, copied: Copied, at: Frames): Plan {
  const { length } = scoreOf(plan);
  if (at < 0 || at >= length)
    throw new CaesuraError(
      'outside',
      `Frame ${at} is not in the film, which has ${plural(length, 'frame')}.`,
      'Go to a place of the film first.',
    );
  const { from, to } = pastedRange(plan, copied, at);
  checkLocks(plan, from, to);
  const whole = copiedFor(plan, copied, 'shots');
  const room = to - from;
  const copy = room < scoreOf(whole).length ? cutOffAt(whole, room) : whole;
  const ids = idsIn(
    copy.clips,
    (clip) => sameClip(plan, clip),
    'Bring them in on Footage, then paste again.',
  );
  const shots = scoreOf(copy).shots.map((shot): Shot => ({
    ...carriedShot(plan, copy, shot),
    clip: shot.clip === null ? null : ids.get(shot.clip)!,
    start: frames(from + shot.start),
  }));
  const own = scoreOf(plan).shots.filter(({ start }) => start < from);
  const rest: Shot[] =
    to < length ? [{ id: 'rest', start: to, clip: null, sourceIn: shots[0]!.sourceIn }] : [];
  const taken = takeRange(plan, { length, shots: [...own, ...shots, ...rest] }, from, to);
  const pasted = new Map(shots.map((shot) => [shot.start, shot]));
  return {
    ...taken,
    score: {
      length,
      shots: scoreOf(taken).shots.map((shot) => asCopied(shot, pasted.get(shot.start), from)),
    },
  };
}

/**
 * A shot that was pasted just as it was copied, whatever lay on its start before; only what happens
 * at the cut where all of them begin is that of the film.
 */
function asCopied(shot: Shot, copy: Shot | undefined, from: number): Shot {
  if (!copy) return shot;
  const { join, ...shown } = showing(shot, contentOf(copy));
  const wanted = shot.start === from ? join : copy.join;
  return { ...shown, ...(wanted && { join: wanted }) };
}

/** A plan without what lies from a frame on. */
function cutOffAt(plan: Plan, frame: number): Plan {
  const split = scoreOf(plan).shots.some(({ start }) => start === frame)
    ? plan
    : splitShot(plan, frame);
  const shots = scoreOf(split).shots.filter(({ start }) => start < frame);
  const shown = new Set(shots.map(({ clip }) => clip));
  return {
    ...split,
    score: { shots, length: frames(frame) },
    clips: split.clips.filter(({ id }) => shown.has(id)),
  };
}
