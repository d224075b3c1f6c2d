import type { Clip, Join, Plan, Score, Shot } from '../../plan/index.ts';
import { settingsOf } from '../../joins/index.ts';
import { freshIds } from '../../plan/index.ts';
import { CaesuraError, frames } from '../../time/index.ts';
import { scoreOf } from '../../plan/edits/edit-cuts.ts';
import type { Change } from './changes.ts';

const refused = (why: string) =>
  new CaesuraError('cannot-merge', why, 'Take it by hand, or open the other version.');

/** A clip of the other plan in this one: the one that it has, or the other's, added. */
function clipIn(plan: Plan, other: Plan, id: string | null): { plan: Plan; id: string | null } {
  const clip = id === null ? undefined : other.clips.find((one) => one.id === id);
  if (!clip) return { plan, id: null };
  const same = (one: Clip) =>
    one.content !== undefined && clip.content !== undefined
      ? one.content === clip.content
      : one.fileName === clip.fileName && one.name === clip.name;
  const known = plan.clips.find(same);
  if (known) return { plan, id: known.id };
  const fresh = freshIds('clip-', plan.clips)();
  return { plan: { ...plan, clips: [...plan.clips, { ...clip, id: fresh }] }, id: fresh };
}

/** A join of the other plan; one of a recipe that is not here has its settings of its own. */
function joinIn(plan: Plan, other: Plan, join: Join): Join {
  const { recipe, ...own } = join;
  if (recipe === undefined || plan.recipes.some(({ id }) => id === recipe)) return join;
  return { ...own, set: settingsOf(other, join) };
}

/** A shot of the other plan as it can stand in this one. */
function shotIn(plan: Plan, other: Plan, shot: Shot): { plan: Plan; shot: Shot } {
  const { rampOf, join, ...rest } = shot;
  const { plan: made, id } = clipIn(plan, other, shot.clip);
  const ramp = shot.ramp ?? other.ramps.find((group) => group.id === rampOf)?.keys;
  return {
    plan: made,
    shot: {
      ...{ ...rest, clip: id },
      ...(ramp && { ramp }),
      ...(join && { join: joinIn(plan, other, join) }),
    },
  };
}

/** Whether two shots of two plans show one clip. */
const sameClip = (plan: Plan, other: Plan, my: Shot, their: Shot): boolean =>
  clipIn(plan, other, their.clip).id === my.clip;

const replaced = (plan: Plan, at: number, shot: Shot): Plan => {
  const score = scoreOf(plan);
  return {
    ...plan,
    score: { ...score, shots: score.shots.map((one, i) => (i === at ? shot : one)) },
  };
};

/** A score with all from a shot on moved by frames. */
const moved = (score: Score, from: number, by: number): Score => ({
  shots: score.shots.map((shot, i) =>
    i >= from ? { ...shot, start: frames(shot.start + by) } : shot,
  ),
  length: frames(score.length + by),
});

/** What a change is taken with: both plans, their scores, and its shot in each where it has one. */
interface Merging {
  readonly plan: Plan;
  readonly other: Plan;
  readonly change: Change;
  readonly my: Shot | undefined;
  readonly their: Shot | undefined;
}

const GONE = 'The shot is not there any more.';

function shotTakenIn({ plan, other, change: { shot }, their }: Merging): Plan {
  if (!their || shot === null) throw refused(GONE);
  const [mine, theirs] = [scoreOf(plan), scoreOf(other)];
  const length = (theirs.shots[shot + 1]?.start ?? theirs.length) - their.start;
  const at = mine.shots.findIndex(({ start }) => start >= their.start);
  const place = at < 0 ? mine.shots.length : at;
  const start = mine.shots[place]?.start ?? mine.length;
  const { plan: base, shot: own } = shotIn(plan, other, their);
  const later = moved(mine, place, length);
  const id = freshIds('shot-', mine.shots)();
  const shots = [
    ...later.shots.slice(0, place),
    { ...own, id, start },
    ...later.shots.slice(place),
  ];
  return { ...base, score: { ...later, shots } };
}

/** The frames of a shot of a score. */
const lengthIn = ({ shots, length }: Score, at: number): number =>
  (shots[at + 1]?.start ?? length) - shots[at]!.start;

function shotTakenOut({ plan, change: { shotBefore }, my }: Merging): Plan {
  if (!my || shotBefore === null) throw refused(GONE);
  const mine = scoreOf(plan);
  if (mine.shots.length === 1) throw refused('A film keeps at least one shot.');
  const earlier = moved(mine, shotBefore + 1, -lengthIn(mine, shotBefore));
  return {
    ...plan,
    score: { ...earlier, shots: earlier.shots.filter((_, i) => i !== shotBefore) },
  };
}

function lengthTaken({ plan, change: { shotBefore, to }, my }: Merging): Plan {
  if (!my || shotBefore === null) throw refused(GONE);
  const mine = scoreOf(plan);
  const by = Number(to) - lengthIn(mine, shotBefore);
  if (lengthIn(mine, shotBefore) + by < 1) throw refused('The shot would be left without a frame.');
  return { ...plan, score: moved(mine, shotBefore + 1, by) };
}

function cutTaken({ plan, other, change, my, their }: Merging): Plan {
  const { shotBefore, from, to } = change;
  if (!my || !their || shotBefore === null) throw refused('The cut is not there any more.');
  const { shots, length } = scoreOf(plan);
  const [low, high] = [shots[shotBefore - 1]?.start ?? 0, shots[shotBefore + 1]?.start ?? length];
  const start = my.start + Number(to) - Number(from);
  if (shotBefore === 0 || start <= low || start >= high)
    throw refused('A shot would be left without a frame.');
  const sourceIn = sameClip(plan, other, my, their) ? their.sourceIn : my.sourceIn;
  return replaced(plan, shotBefore, { ...my, start: frames(start), sourceIn });
}

/**
 * A plan with one change of another version taken: `change` of `changesOf(plan, other)`. What it
 * changes beside is what it says: lengths that follow come later or earlier. Throws where it cannot
 * be taken.
 */
export function mergeChange(plan: Plan, other: Plan, change: Change): Plan {
  const { kind, shot, shotBefore } = change;
  const their = shot === null ? undefined : scoreOf(other).shots[shot];
  const my = shotBefore === null ? undefined : scoreOf(plan).shots[shotBefore];
  const merging = { plan, other, change, my, their };
  switch (kind) {
    case 'music':
      return { ...plan, music: other.music };
    case 'film':
      throw refused('What is of the whole film is changed in Brief, Listen or Sound.');
    case 'shot in':
      return shotTakenIn(merging);
    case 'shot out':
      return shotTakenOut(merging);
    case 'length':
      return lengthTaken(merging);
    case 'cut':
      return cutTaken(merging);
    default:
      if (!my || !their || shotBefore === null) throw refused(GONE);
      return takenOf(plan, other, { kind, my, their, at: shotBefore });
  }
}

/** A plan with one part of a shot as the other has it. */
function takenOf(
  plan: Plan,
  other: Plan,
  of: {
    readonly kind: Change['kind'];
    readonly my: Shot;
    readonly their: Shot;
    readonly at: number;
  },
): Plan {
  const { kind, my, their, at } = of;
  const { plan: base, shot } = shotIn(plan, other, their);
  const { speed, ramp, rampOf, ...still } = my;
  const { join, ...unjoined } = my;
  switch (kind) {
    case 'clip':
      return replaced(base, at, { ...shot, id: my.id, start: my.start });
    case 'source':
      return replaced(plan, at, { ...my, sourceIn: their.sourceIn });
    case 'speed':
      return replaced(plan, at, {
        ...still,
        ...(shot.speed && { speed: shot.speed }),
        ...(shot.ramp && { ramp: shot.ramp }),
      });
    case 'join':
      return replaced(plan, at, { ...unjoined, ...(shot.join && { join: shot.join }) });
    default: {
      const { sound: _, ...silent } = my;
      return replaced(plan, at, { ...silent, ...(their.sound && { sound: their.sound }) });
    }
  }
}
