import { showing } from './edit-shots.ts';
import { holdsOf, startHeld } from './held-speeds.ts';
import { setShotLength } from './shot-length.ts';
import { lookOf } from './shot-look.ts';
import { speedAt } from '../../curves/index.ts';
import { filmOf, joinAt, keysOn, rampOf, shotFactsAt, speedOf } from '../../film/index.ts';
import {
  HOLDS,
  USUAL_HOLDS,
  type Between,
  type Hold,
  type Plan,
  type Ramp,
  type RampKey,
  type Shot,
} from '../index.ts';
import {
  CaesuraError,
  type Rational,
  type SourceFrames,
  type ShotIndex,
  type CutIndex,
} from '../../time/index.ts';
import {
  constantRamp,
  keyedAt,
  ordered,
  placeOf,
  SPEED_PARTS,
  startKey,
  type RampEnd,
  type Crest,
  withCrest,
  withSpeedAt,
  crestsAt,
} from '../../ramps/index.ts';

/** Speeds of a shot: its own ramp, that of a group, or none. */
type Speeds = { readonly ramp?: Ramp; readonly rampOf?: string };

/** A shot with other speeds in place of those it has. */
const withSpeeds = (shot: Shot, speeds: Speeds, sourceIn: SourceFrames): Shot =>
  showing(shot, { clip: shot.clip, sourceIn, ...speeds, ...lookOf(shot) });

/** How a speed goes over to the next where nothing else is said. */
const EASED = 'ease-in-out';

/** Gives shots other speeds; their cuts stay, and so does what is held of them. */
export function respeed(plan: Plan, indices: readonly ShotIndex[], speeds: Speeds): Plan {
  const facts = filmOf(plan).shots;
  const shots = plan.score!.shots.map((shot, i) => {
    if (!indices.includes(i)) return shot;
    const changed = withSpeeds(shot, speeds, shot.sourceIn);
    return { ...changed, sourceIn: startHeld(plan, facts[i]!, changed) };
  });
  return { ...plan, score: { ...plan.score!, shots } };
}

/**
 * Gives a shot a ramp, or takes it away with null. The cuts stay on the music: the source range
 * changes, and a moment that lands on a cue stays there where the file allows. Throws when there is
 * no such shot.
 */
export function setRamp(plan: Plan, index: ShotIndex, ramp: Ramp | null): Plan {
  shotFactsAt(plan, index);
  return respeed(plan, [index], ramp ? { ramp } : {});
}

/**
 * A speed on a frame of a shot; how it goes over to the next is kept as it was there unless it is
 * said.
 */
export interface SetSpeed {
  /** Frames after the start of the shot. */
  readonly at: number;
  readonly speed: Rational;
  readonly ease?: string;
}

function checkFrame(index: ShotIndex, length: number, at: number): void {
  if (!Number.isInteger(at) || at < 0 || at > length)
    throw new CaesuraError(
      'key-outside',
      `Shot ${index + 1} has no frame ${at}.`,
      `Its keys go from 0 to ${length}.`,
    );
}

/**
 * Sets the speed on a frame of a shot, in place of the key that is there, or as a new one. The
 * speed that is there anyway becomes a key that changes nothing; another is gone over to as the
 * stretch was. What had no ramp gets one. Throws when the shot has no such frame.
 */
export function setRampKey(plan: Plan, index: ShotIndex, { at, speed, ease }: SetSpeed): Plan {
  const { ramp, length, speed: constant } = shotFactsAt(plan, index);
  checkFrame(index, length, at);
  const whole = ramp ?? [startKey(0, constant, EASED)];
  const isThere = (key: RampKey) => placeOf(key, length) === at;
  const { num, den } = speed;
  const now = speedAt(keysOn(whole, length), at);
  const same = Math.abs(now - num / den) < 1 / SPEED_PARTS;
  // The speed that is there anyway changes nothing; another is gone over to as the stretch was.
  const keys = whole.some(isThere)
    ? whole
    : same
      ? keyedAt(whole, length, at)
      : ordered([...whole, startKey(at, speed, easeBefore(whole, length, at))], length);
  // Of two keys on one frame, where it jumps, the later says how it goes on.
  const last = keys.findLastIndex(isThere);
  const kept = same && !whole.some(isThere);
  return setRamp(
    plan,
    index,
    keys.map((key, i) =>
      i === last ? { ...key, ...(!kept && { speed: { num, den } }), ease: ease ?? key.ease } : key,
    ),
  );
}

/** The easing of the key before a frame of a shot; the usual one where there is none. */
const easeBefore = (ramp: Ramp, length: number, at: number): string =>
  ordered(ramp, length).findLast((key) => placeOf(key, length) <= at)?.ease ?? EASED;

/**
 * Moves a key of a ramp, by its place in the order of frames, to another frame and speed; it stays
 * between its neighbours. What is counted from the end of the shot still is. Throws when there is
 * no such key, or the shot has no such frame.
 */
export function moveRampKey(
  plan: Plan,
  index: ShotIndex,
  place: number,
  { at, speed }: { readonly at: number; readonly speed: Rational },
): Plan {
  const { length } = shotFactsAt(plan, index);
  const keys = ordered(speedsOf(plan, index), length);
  const key = keys[place];
  if (!key)
    throw new CaesuraError('no-such-key', `Shot ${index + 1} has no such key.`, 'Choose another.');
  checkFrame(index, length, at);
  const [before, after] = [keys[place - 1], keys[place + 1]];
  const least = before ? placeOf(before, length) : -Infinity;
  const most = after ? placeOf(after, length) : Infinity;
  const kept = Math.min(most, Math.max(least, at));
  const { num, den } = speed;
  const moved = {
    ...key,
    at: 0 + (key.from === 'start' ? kept : kept - length),
    speed: { num, den },
  };
  return setRamp(
    plan,
    index,
    keys.map((other) => (other === key ? moved : other)),
  );
}

/** The ramp of a shot, or its constant speed as one. */
export function speedsOf(plan: Plan, index: ShotIndex): Ramp {
  const { shot } = shotFactsAt(plan, index);
  return rampOf(plan, shot) ?? constantRamp(speedOf(shot));
}

/**
 * Lets a shot be fastest at one of its cuts, over a ramp length beside it. Keys farther inside stay
 * as they are, and a ramp at the other cut; those within the ramp length give way. Throws when
 * there is no such shot.
 */
export function rampAtCut(plan: Plan, index: ShotIndex, end: RampEnd, crest: Crest): Plan {
  return setRamp(plan, index, withCrest(shotFactsAt(plan, index), end, crest));
}

/**
 * Gives a shot at a cut, the incoming one or the outgoing, a speed there that was found by movement
 * on screen, and notes both speeds, so that their difference in per cent is not told as a fault for
 * as long as they stay. Throws when there is no such cut.
 */
export function matchSpeed(
  plan: Plan,
  cut: CutIndex,
  speed: Rational,
  side: 'out' | 'into' = 'into',
): Plan {
  const facts = joinAt(plan, cut)[side];
  const end = side === 'into' ? 'start' : 'end';
  return letDiffer(setRamp(plan, facts.index, withSpeedAt(facts, end, speed)), cut);
}

/**
 * Notes that the speeds on both sides of a cut differ on purpose, so that it is not told as a fault
 * for as long as they stay. Throws when there is no such cut.
 */
export function letDiffer(plan: Plan, cut: CutIndex): Plan {
  const { out, into } = joinAt(plan, cut);
  const crests = crestsAt(out, into);
  if (!crests) return plan;
  const { score } = plan;
  const shots = score!.shots.map((shot, i) =>
    i === cut ? { ...shot, matched: { out: crests.out, in: crests.into } } : shot,
  );
  return { ...plan, score: { ...score!, shots } };
}

/** Speeds of a shot that were found together with where its source begins, and how long it is. */
export interface FoundSpeeds {
  readonly ramp: Ramp;
  readonly sourceIn: SourceFrames;
  /** Frames of the film that the shot then lasts; as it does when left out. */
  readonly length?: number;
  /** What is held from then on; as before when left out. */
  readonly holds?: readonly Hold[];
}

/**
 * Gives a shot speeds that were found together with its source in, and its length where that gives
 * way, which the shot next to it pays for. Throws when that has too few frames, or a locked cut
 * would move.
 */
export function placeSpeeds(
  plan: Plan,
  index: ShotIndex,
  { ramp, sourceIn, length, holds }: FoundSpeeds,
): Plan {
  const facts = shotFactsAt(plan, index);
  const longer =
    length === undefined || length === facts.length
      ? plan
      : setShotLength(plan, index, length, 'next');
  const shots = longer.score!.shots.map((shot, i) =>
    i === index ? withSpeeds(shot, { ramp }, sourceIn) : shot,
  );
  const made = { ...longer, score: { ...longer.score!, shots } };
  return holds ? holdShot(made, index, holds) : made;
}

/** Says what of a shot stays whatever its speeds become. Throws when there is no such shot. */
export function holdShot(plan: Plan, index: ShotIndex, holds: readonly Hold[]): Plan {
  shotFactsAt(plan, index);
  const usual = holds.length === 1 && holds[0] === USUAL_HOLDS[0];
  const shots = plan.score!.shots.map((shot, i) => {
    if (i !== index) return shot;
    const { holds: _before, ...rest } = shot;
    return usual ? rest : { ...rest, holds: HOLDS.filter((hold) => holds.includes(hold)) };
  });
  return { ...plan, score: { ...plan.score!, shots } };
}

/** Holds one thing of several shots, or lets it go. Throws when there is no such shot. */
export const holdShots = (
  plan: Plan,
  indices: readonly ShotIndex[],
  hold: Hold,
  held: boolean,
): Plan =>
  indices.reduce((made, index) => {
    const now = holdsOf(shotFactsAt(made, index).shot);
    const next = HOLDS.filter((other) => (other === hold ? held : now.includes(other)));
    return holdShot(made, index, next);
  }, plan);

/**
 * Says how the pictures between source frames of shots are made; null for as they are. Throws when
 * there is no such shot.
 */
export function makeBetween(
  plan: Plan,
  indices: readonly ShotIndex[],
  between: Between | null,
): Plan {
  for (const index of indices) shotFactsAt(plan, index);
  const shots = plan.score!.shots.map((shot, i) => {
    if (!indices.includes(i)) return shot;
    const { between: _before, ...rest } = shot;
    return between ? { ...rest, between } : rest;
  });
  return { ...plan, score: { ...plan.score!, shots } };
}
