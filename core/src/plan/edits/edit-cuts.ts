import { landingOf, shotEnd, filmOf } from '../../film/index.ts';
import {
  CaesuraError,
  frames,
  type Frames,
  type CutIndex,
  type GivenFrames,
  shotAtCut,
} from '../../time/index.ts';
import type { Plan, Score } from '../index.ts';

/** The score of a plan. Throws when there is none yet. */
export function scoreOf(plan: Plan): Score {
  if (!plan.score) throw new CaesuraError('no-score', 'There are no cuts yet.', 'Lay out first.');
  return plan.score;
}

function checkCut(score: Score, cut: number): void {
  if (!Number.isInteger(cut) || cut < 1 || cut >= score.shots.length)
    throw new CaesuraError(
      'no-such-cut',
      `There is no cut ${cut}.`,
      `Cuts go from 1 to ${score.shots.length - 1}.`,
    );
}

function checkFree(score: Score, cut: number): void {
  if (score.shots[cut]!.locked)
    throw new CaesuraError(
      'cut-locked',
      `Cut ${cut} is locked.`,
      'Unlock it first, or change another.',
    );
}

/** Locks a cut, so that it stays where it is, or unlocks it. Throws when there is no such cut. */
export function lockCut(plan: Plan, cut: CutIndex, locked: boolean): Plan {
  const score = scoreOf(plan);
  checkCut(score, cut);
  const shots = score.shots.map(({ locked: was, ...shot }, i) => {
    const stays = i === cut ? locked : was;
    return stays ? { ...shot, locked: true } : shot;
  });
  return { ...plan, score: { ...score, shots } };
}

/** The frames between which cut `cut` may move so that both its shots keep at least one frame. */
export function cutLimits(plan: Plan, cut: CutIndex): { from: Frames; to: Frames } {
  const score = scoreOf(plan);
  checkCut(score, cut);
  return {
    from: frames(score.shots[cut - 1]!.start + 1),
    to: frames(shotEnd(score, shotAtCut(cut)) - 1),
  };
}

/**
 * Moves cut `cut` (before shot `cut`, from 1) to a frame. Only the two shots at the cut change
 * length, so the total and all other cuts stay. The incoming shot keeps its first source frame.
 * Throws when there is no such cut, it is locked, or a shot would be left without a frame.
 */
export function moveCut(plan: Plan, cut: CutIndex, frame: GivenFrames): Plan {
  const { from, to } = cutLimits(plan, cut);
  checkFree(scoreOf(plan), cut);
  if (!Number.isSafeInteger(frame) || frame < from || frame > to)
    throw new CaesuraError(
      'cut-out-of-range',
      `Cut ${cut} cannot go to frame ${frame}: a shot would be left without a frame.`,
      `It can go from ${from} to ${to}.`,
    );
  const score = scoreOf(plan);
  return {
    ...plan,
    score: {
      ...score,
      shots: score.shots.map((shot, i) => (i === cut ? { ...shot, start: frames(frame) } : shot)),
    },
  };
}

/** Moves a cut by frames, as far as its limits allow. */
export function nudgeCut(plan: Plan, cut: CutIndex, by: GivenFrames): Plan {
  const { from, to } = cutLimits(plan, cut);
  const wanted = scoreOf(plan).shots[cut]!.start + by;
  return moveCut(plan, cut, Math.min(to, Math.max(from, wanted)));
}

/**
 * Moves several cuts by as many frames, so that the shots between them keep their lengths. Throws
 * when one of them does not exist or is locked, or a shot beside them would be left without a
 * frame.
 */
export function moveCuts(plan: Plan, cuts: readonly CutIndex[], by: GivenFrames): Plan {
  // Those ahead go first, so that none runs into the next.
  const ordered = [...new Set(cuts)].sort((a, b) => (by > 0 ? b - a : a - b));
  return ordered.reduce(
    (moved, cut) => moveCut(moved, cut, scoreOf(moved).shots[cut]!.start + by),
    plan,
  );
}

/**
 * Moves a cut to the cue after it (`direction` 1) or before it (−1). A cut already on its cue goes
 * to the next one. Throws when there is no cue that way before the neighbouring cut.
 */
export function moveCutToCue(plan: Plan, cut: CutIndex, direction: 1 | -1): Plan {
  const { from, to } = cutLimits(plan, cut);
  const frame = scoreOf(plan).shots[cut]!.start;
  const cues = filmOf(plan).cues;
  const ahead =
    direction === 1 ? cues.find((c) => c.frame > frame) : cues.findLast((c) => c.frame < frame);
  if (!ahead || ahead.frame < from || ahead.frame > to)
    throw new CaesuraError(
      'no-cue',
      `There is no ${direction === 1 ? 'later' : 'earlier'} cue for cut ${cut} before the ${direction === 1 ? 'next' : 'previous'} cut.`,
      'Move the neighbouring cut first, or nudge by frames.',
    );
  return moveCut(plan, cut, ahead.frame);
}

/**
 * Removes cut `cut`: the shot before it runs on in its place. The total stays. Throws when there is
 * no such cut or it is locked.
 */
export function removeCut(plan: Plan, cut: CutIndex): Plan {
  const score = scoreOf(plan);
  checkCut(score, cut);
  checkFree(score, cut);
  return { ...plan, score: { ...score, shots: score.shots.filter((_, i) => i !== cut) } };
}

/** How the cuts of a film fall. */
export interface CutFigures {
  readonly cuts: number;
  /** Those on a cue that is used. */
  readonly onCue: number;
  /** Of the others those on the half or the quarter of a beat, as in runs of short shots. */
  readonly onParts: number;
  /** The furthest that any cut is from the nearest cue, in milliseconds. */
  readonly worstMilliseconds: number;
}

/** How many cuts there are, how many fall on a cue or on a part of a beat, and the worst of all. */
export function cutFigures(plan: Plan): CutFigures {
  const { cues, partBeats } = filmOf(plan);
  const starts = (plan.score?.shots.slice(1) ?? []).map((s) => s.start);
  const landings = starts.map((start) => landingOf(start, cues, plan));
  const onParts = starts.filter(
    (start, i) => !landings[i]?.onCue && landingOf(start, partBeats, plan)?.onCue,
  );
  return {
    cuts: starts.length,
    onCue: landings.filter((l) => l?.onCue).length,
    onParts: onParts.length,
    worstMilliseconds: Math.max(0, ...landings.map((l) => Math.abs(l?.offsetMilliseconds ?? 0))),
  };
}

/**
 * Takes another score in place of the one there is. Throws when it is not as long as the target.
 */
export function takeScore(plan: Plan, score: Score): Plan {
  if (score.length !== plan.target)
    throw new CaesuraError(
      'other-length',
      `That layout has ${score.length} frames, and the target is ${plan.target}.`,
      'Let layouts be proposed again.',
    );
  return { ...plan, score };
}
