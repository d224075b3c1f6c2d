import { filmOf, type ShotFacts } from '../film/index.ts';
import type { Clip, Plan } from '../plan/index.ts';
import { cutFigures } from '../plan/edits/edit-cuts.ts';
import { CLEAR_STRENGTH, movementAt } from '../footage/index.ts';
import type { Found } from './optimise/problem.ts';
import { seenAgain, withShown, type Seen } from './optimise/seen-ranges.ts';
import type { MeasuredClip } from './problem-of.ts';
import { wantedLength } from './wanted-length.ts';

/**
 * How good a layout is, each part from 0 to 1: lengths of shots as wanted, cuts on cues, events
 * that land, movement shown, and time in which no picture is shown again.
 */
export interface Grades {
  readonly pace: number;
  readonly cues: number;
  readonly events: number;
  readonly movement: number;
  readonly fresh: number;
}

/** What each part counts of a hundred. */
const COUNTS: Readonly<Record<keyof Grades, number>> = {
  pace: 25,
  cues: 25,
  events: 20,
  movement: 15,
  fresh: 15,
};

/** The parts of a grade, the most important first. */
export const GRADE_PARTS = Object.keys(COUNTS) as (keyof Grades)[];

/** All parts as one number from 0 to 100: 100 where every one is whole. */
export const gradeOf = (grades: Grades): number =>
  Math.round(GRADE_PARTS.reduce((sum, part) => sum + COUNTS[part] * grades[part], 0));

/** What a part takes from the hundred. */
export const takenBy = (grades: Grades, part: keyof Grades): number =>
  COUNTS[part] * (1 - grades[part]);

/** A length that is off by this ratio, or more, is nothing as wanted. */
const WHOLLY_OFF = Math.log(2);

/** The part of the film's time in which what is shown was not shown before. */
function freshPart(shots: readonly ShotFacts[], target: number): number {
  const seen = new Map<string, Seen>();
  let again = 0;
  for (const { clip, sourceIn, sourceOut, length } of shots) {
    if (!clip || sourceOut <= sourceIn) continue;
    const before = seen.get(clip.id) ?? [];
    again += length * seenAgain(before, { sourceIn, sourceOut });
    seen.set(clip.id, withShown(before, { sourceIn, sourceOut }));
  }
  return 1 - again / target;
}

/** The part of the source frames that are shown in which a clip moves; 1 where nothing is known. */
function movingPart(
  shots: readonly ShotFacts[],
  measuredOf: (clip: Clip) => MeasuredClip | null,
): number {
  let [moves, all] = [0, 0];
  for (const { clip, sourceIn, sourceOut, length } of shots) {
    const measured = clip && measuredOf(clip);
    if (!measured) continue;
    let here = 0;
    for (let k = sourceIn; k < sourceOut; k++) if (movementAt(measured.activity, k) > 1) here++;
    moves += (length * here) / Math.max(1, sourceOut - sourceIn);
    all += length;
  }
  return all === 0 ? 1 : moves / all;
}

/** Whether a clip has something that is worth landing. */
const hasEvent = (clip: Clip | null): boolean =>
  clip?.moments.some(({ strength }) => (strength ?? 1) >= CLEAR_STRENGTH) ?? false;

/**
 * Grades a layout of a plan that was found. Of events, what counts is how many of the shots in
 * which one could land have one that does, of every second shot at least; those without count for
 * nothing.
 */
export function gradesOf(
  plan: Plan,
  found: Found,
  measuredOf: (clip: Clip) => MeasuredClip | null,
): Grades {
  const { shots } = filmOf(plan);
  const wanted = wantedLength(plan, plan.wishes.pacing);
  const off = shots.reduce(
    (sum, { start, length }) =>
      sum + length * Math.min(1, Math.abs(Math.log(length / wanted(start))) / WHOLLY_OFF),
    0,
  );
  const { cuts, onCue, onParts } = cutFigures(plan);
  const laidOut = new Set<number>(found.shots.map(({ from }) => from));
  const able = shots.filter(({ clip, start }) => laidOut.has(start) && hasEvent(clip)).length;
  const landed = found.shots.filter((shot) => shot.landed).length;
  return {
    pace: 1 - off / plan.target,
    cues: cuts === 0 ? 1 : (onCue + onParts) / cuts,
    events: able === 0 ? 1 : Math.min(1, (2 * landed) / able),
    movement: movingPart(shots, measuredOf),
    fresh: freshPart(shots, plan.target),
  };
}
