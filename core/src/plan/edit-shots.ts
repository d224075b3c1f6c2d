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
} from '../time/index.ts';
import { scoreOf } from './edit-cuts.ts';
import type { Plan, Shot } from './schema.ts';
import { clipOf, NORMAL_SPEED, shotEnd, sourceFrameAt, sourceFramesUsed, speedOf, strideOf } from './source.ts';
import { freshIds } from './with-shots.ts';

/** What is shown in a shot: a clip, from a frame on, at a speed. */
export interface Shown {
  readonly clip: string | null;
  readonly sourceIn: SourceFrames;
  readonly speed?: Rational;
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

const shownIn = ({ clip, sourceIn, speed }: Shot): Shown => ({ clip, sourceIn, ...(speed && { speed }) });

/** A shot with something else in it; where it is and whether its cut is locked stay. */
function showing({ id, start, locked }: Shot, { clip, sourceIn, speed }: Shown): Shot {
  const other = speed && compare(speed, NORMAL_SPEED) !== 0;
  return { id, start, clip, sourceIn, ...(other && { speed }), ...(locked && { locked }) };
}

const withShotList = (plan: Plan, shots: readonly Shot[]): Plan => ({
  ...plan,
  score: { ...scoreOf(plan), shots: [...shots] },
});

/** Shows something else in shot `index` (from 0). Throws when there is no such shot or clip. */
export function showInShot(plan: Plan, index: number, shown: Shown): Plan {
  shotAt(plan, index);
  if (shown.clip !== null && !plan.clips.some((c) => c.id === shown.clip))
    throw new CaesuraError('no-such-clip', 'That clip is not in the plan.', 'Choose another.');
  return withShotList(
    plan,
    scoreOf(plan).shots.map((shot, i) => (i === index ? showing(shot, shown) : shot)),
  );
}

/** Puts a clip, from its first usable frame, or none, on shot `index` (from 0). Throws when either does not exist. */
export function setShotClip(plan: Plan, index: number, clipId: string | null): Plan {
  const clip = plan.clips.find((c) => c.id === clipId);
  return showInShot(plan, index, { clip: clipId, sourceIn: clip?.usable.in ?? shotAt(plan, index).sourceIn });
}

/**
 * Splits the shot that is on at a frame of the film: from there on it is another, which goes on with the next frame of its
 * clip. Throws at a frame where there is a cut already, or outside the film.
 */
export function splitShot(plan: Plan, frame: number): Plan {
  const score = scoreOf(plan);
  const index = score.shots.findLastIndex((s) => s.start <= frame);
  if (!Number.isSafeInteger(frame) || frame <= 0 || frame >= score.length || score.shots[index]!.start === frame)
    throw new CaesuraError(
      'no-split',
      `There is nothing to split at frame ${frame}.`,
      'Go to a frame inside a shot first.',
    );
  const shot = score.shots[index]!;
  const clip = clipOf(plan, shot);
  const sourceIn = clip
    ? sourceFrameAt(frame - shot.start, shot.sourceIn, clip.rate, plan.rate, speedOf(shot))
    : shot.sourceIn;
  const place = { id: freshIds(score.shots)(), start: frames(frame), clip: null, sourceIn };
  const later = showing(place, { ...shownIn(shot), sourceIn });
  return withShotList(plan, [...score.shots.slice(0, index + 1), later, ...score.shots.slice(index + 1)]);
}

/** Lets two shots change places: each shows its clip between the other's cuts. Throws when there is no such shot. */
export function swapShots(plan: Plan, one: number, other: number): Plan {
  const [a, b] = [shotAt(plan, one), shotAt(plan, other)];
  return withShotList(
    plan,
    scoreOf(plan).shots.map((shot, i) =>
      i === one ? showing(shot, shownIn(b)) : i === other ? showing(shot, shownIn(a)) : shot,
    ),
  );
}

/**
 * Moves what a shot shows to the place of another; those between move up by one. The cuts stay on the music. Throws when
 * there is no such shot.
 */
export function moveShot(plan: Plan, from: number, to: number): Plan {
  shotAt(plan, from);
  shotAt(plan, to);
  const { shots } = scoreOf(plan);
  const order = shots.map(shownIn);
  order.splice(to, 0, ...order.splice(from, 1));
  return withShotList(
    plan,
    shots.map((shot, i) => showing(shot, order[i]!)),
  );
}

/**
 * Slips the source under a shot by source frames, later when positive, as far as the file goes. Throws when there is no such
 * shot or it shows no clip.
 */
export function slipShot(plan: Plan, index: number, by: number): Plan {
  const shot = shotAt(plan, index);
  const clip = clipOf(plan, shot);
  if (!clip) throw new CaesuraError('no-clip', `Shot ${index + 1} shows no clip.`, 'Choose a clip for it first.');
  const length = shotEnd(scoreOf(plan), index) - shot.start;
  const last = Math.max(0, clip.frames - sourceFramesUsed(length, clip.rate, plan.rate, speedOf(shot)));
  const sourceIn = sourceFrames(Math.min(last, Math.max(0, shot.sourceIn + by)));
  return showInShot(plan, index, { ...shownIn(shot), sourceIn });
}

/** The longest that a shot can be from its start with its clip and speed, in frames; null without a clip. */
export function longestShot(plan: Plan, index: number): number | null {
  const shot = shotAt(plan, index);
  const clip = clipOf(plan, shot);
  if (!clip) return null;
  const stride = strideOf(clip.rate, plan.rate, speedOf(shot));
  return Math.max(0, ceil(divide(rational(Math.max(0, clip.usable.out - shot.sourceIn)), stride)));
}
