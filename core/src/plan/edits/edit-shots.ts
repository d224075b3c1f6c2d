import {
  clipOf,
  NORMAL_SPEED,
  rampOf,
  shotEnd,
  shotTime,
  speedOf,
  strideOf,
} from '../../film/index.ts';
import {
  CaesuraError,
  ceil,
  compare,
  divide,
  frames,
  rational,
  sourceFrames,
  type Rational,
  type SourceFrames,
  type ShotIndex,
  type GivenFrames,
  type GivenSourceFrames,
} from '../../time/index.ts';
import type { Clip, Ramp } from '../index.ts';
import { type Plan, freshId, type Shot } from '../index.ts';
import { scoreOf } from './edit-cuts.ts';
import { checkHeld } from './held-speeds.ts';
import { lookOf, type ShotLook } from './shot-look.ts';

/** What is shown in a shot: a clip, from a frame on, at a speed. */
export interface Shown extends ShotLook {
  readonly clip: string | null;
  readonly sourceIn: SourceFrames;
  readonly speed?: Rational;
  readonly ramp?: Ramp;
  readonly rampOf?: string;
}

function shotAt(plan: Plan, index: number): Shot {
  const shot = scoreOf(plan).shots[index];
  if (!shot)
    throw new CaesuraError(
      'no-such-shot',
      `There is no shot ${index + 1}.`,
      `Shots go from 1 to ${plan.score!.shots.length}.`,
    );
  return shot;
}

/** What a shot shows, without where it is and what happens at its cut. */
export const contentOf = (
  shot: Pick<Shot, 'clip' | 'sourceIn' | 'speed' | 'ramp' | 'rampOf'> & ShotLook,
): Shown => ({
  ...{ clip: shot.clip, sourceIn: shot.sourceIn },
  ...(shot.speed && { speed: shot.speed }),
  ...(shot.ramp && { ramp: shot.ramp }),
  ...(shot.rampOf !== undefined && { rampOf: shot.rampOf }),
  ...lookOf(shot),
});

/** What of a shot belongs to its place and its cut, whatever it shows. */
type ShotPlace = Pick<Shot, 'id' | 'start' | 'locked' | 'join' | 'matched'>;

/** A shot with something else in it; where it is and what was said of its cut stay. */
export function showing(
  { id, start, locked, join, matched }: ShotPlace,
  { clip, sourceIn, speed, ramp, rampOf: group, ...look }: Shown,
): Shot {
  const other = speed && !ramp && group === undefined && compare(speed, NORMAL_SPEED) !== 0;
  return {
    ...{ id, start, clip, sourceIn },
    ...(other && { speed }),
    ...(ramp && { ramp }),
    ...(!ramp && group !== undefined && { rampOf: group }),
    ...lookOf(look),
    ...(join && { join }),
    ...(matched && { matched }),
    ...(locked && { locked }),
  };
}

const withShotList = (plan: Plan, shots: readonly Shot[]): Plan => ({
  ...plan,
  score: { ...scoreOf(plan), shots: [...shots] },
});

/**
 * Shows something else in shot `index` (from 0); how its picture lies and is steadied stays where
 * its clip does. Throws when there is no such shot or clip, or what is held of the shot would not
 * stay with the same clip.
 */
export function showInShot(plan: Plan, index: ShotIndex, shown: Shown): Plan {
  const before = shotAt(plan, index);
  const look = before.clip === shown.clip ? lookOf(before) : {};
  if (shown.clip !== null && !plan.clips.some((c) => c.id === shown.clip))
    throw new CaesuraError('no-such-clip', 'That clip is not in the plan.', 'Choose another.');
  const changed = withShotList(
    plan,
    scoreOf(plan).shots.map((shot, i) =>
      i === index ? showing(shot, { ...look, ...shown }) : shot,
    ),
  );
  if (before.clip === shown.clip && before.holds) checkHeld(plan, index, changed);
  return changed;
}

/**
 * Puts a clip, from its first usable frame, or none, on shot `index` (from 0). Throws when either
 * does not exist.
 */
export function setShotClip(plan: Plan, index: ShotIndex, clipId: string | null): Plan {
  const clip = plan.clips.find((c) => c.id === clipId);
  return showInShot(plan, index, {
    clip: clipId,
    sourceIn: clip?.usable.in ?? shotAt(plan, index).sourceIn,
  });
}

/**
 * The keys of a ramp counted from the start of a shot up to a split, and those counted from its end
 * after it.
 */
const splitRamp = (ramp: Ramp, length: number): [Ramp, Ramp] => [
  ramp.map((key) => ({
    ...key,
    from: 'start',
    at: key.from === 'start' ? key.at : length + key.at,
  })),
  ramp.map((key) => ({ ...key, from: 'end', at: key.from === 'end' ? key.at : key.at - length })),
];

/**
 * Splits the shot that is on at a frame of the film: from there on it is another, which goes on
 * with the next frame of its clip. Throws at a frame where there is a cut already, or outside the
 * film.
 */
export function splitShot(plan: Plan, frame: GivenFrames): Plan {
  const score = scoreOf(plan);
  const index = score.shots.findLastIndex((s) => s.start <= frame);
  if (
    !Number.isSafeInteger(frame) ||
    frame <= 0 ||
    frame >= score.length ||
    score.shots[index]!.start === frame
  )
    throw new CaesuraError(
      'no-split',
      `There is nothing to split at frame ${frame}.`,
      'Go to a frame inside a shot first.',
    );
  const shot = score.shots[index]!;
  const clip = clipOf(plan, shot);
  const [length, gone] = [shotEnd(score, index) - shot.start, frame - shot.start];
  const sourceIn = clip ? shotTime(plan, shot, clip, length).at(gone) : shot.sourceIn;
  const place = { id: freshId('s', score.shots), start: frames(frame) };
  const ramp = rampOf(plan, shot);
  // Each part keeps the speeds that were there: keys are counted from the cut that stays.
  const [first, second] = ramp ? splitRamp(ramp, length) : [null, null];
  const pictured = { clip: shot.clip, ...lookOf(shot) };
  const shown = ramp ? { ...pictured, sourceIn } : { ...contentOf(shot), sourceIn };
  const earlier = first
    ? showing(shot, { ...pictured, sourceIn: shot.sourceIn, ramp: first })
    : shot;
  const later = showing(place, { ...shown, ...(second && { ramp: second }) });
  return withShotList(plan, [
    ...score.shots.slice(0, index),
    earlier,
    later,
    ...score.shots.slice(index + 1),
  ]);
}

/**
 * Lets two shots change places: each shows its clip between the other's cuts. Throws when there is
 * no such shot.
 */
export function swapShots(plan: Plan, one: ShotIndex, other: ShotIndex): Plan {
  const [a, b] = [shotAt(plan, one), shotAt(plan, other)];
  return withShotList(
    plan,
    scoreOf(plan).shots.map((shot, i) =>
      i === one ? showing(shot, contentOf(b)) : i === other ? showing(shot, contentOf(a)) : shot,
    ),
  );
}

/**
 * Moves what a shot shows to the place of another; those between move up by one. The cuts stay on
 * the music. Throws when there is no such shot.
 */
export function moveShot(plan: Plan, from: ShotIndex, to: ShotIndex): Plan {
  shotAt(plan, from);
  shotAt(plan, to);
  const { shots } = scoreOf(plan);
  const order = shots.map(contentOf);
  order.splice(to, 0, ...order.splice(from, 1));
  return withShotList(
    plan,
    shots.map((shot, i) => showing(shot, order[i]!)),
  );
}

/**
 * Slips the source under a shot by source frames, later when positive, as far as the file goes.
 * Throws when there is no such shot or it shows no clip.
 */
export function slipShot(plan: Plan, index: ShotIndex, by: GivenSourceFrames): Plan {
  const shot = shotAt(plan, index);
  const clip = clipOf(plan, shot);
  if (!clip)
    throw new CaesuraError(
      'no-clip',
      `Shot ${index + 1} shows no clip.`,
      'Choose a clip for it first.',
    );
  const length = shotEnd(scoreOf(plan), index) - shot.start;
  const { lowest, highest } = shotTime(plan, shot, clip, length).reach(0, length);
  // What is shown stays inside the file; a shot longer than its file stays at its start.
  const slipped = Math.max(-lowest, Math.min(by, clip.frames - 1 - highest));
  const sourceIn = sourceFrames(shot.sourceIn + slipped);
  return showInShot(plan, index, { ...contentOf(shot), sourceIn });
}

/**
 * With a ramp: as long as it is now, and as much longer as what it shows stays inside the usable
 * part.
 */
function longestRamped(plan: Plan, shot: Shot, clip: Clip, index: number): number {
  const there = (length: number) => {
    const { lowest, highest } = shotTime(plan, shot, clip, length).reach(0, length);
    return lowest >= clip.usable.in && highest < clip.usable.out;
  };
  let length = shotEnd(scoreOf(plan), index) - shot.start;
  if (there(length)) while (length < clip.frames && there(length + 1)) length++;
  else while (length > 0 && !there(length)) length--;
  return length;
}

/**
 * The longest that a shot can be from its start with its clip and speed, in frames; null without a
 * clip.
 */
export function longestShot(plan: Plan, index: ShotIndex): number | null {
  const shot = shotAt(plan, index);
  const clip = clipOf(plan, shot);
  if (!clip) return null;
  if (rampOf(plan, shot)) return longestRamped(plan, shot, clip, index);
  const stride = strideOf(clip.rate, plan.rate, speedOf(shot));
  return Math.max(0, ceil(divide(rational(Math.max(0, clip.usable.out - shot.sourceIn)), stride)));
}
