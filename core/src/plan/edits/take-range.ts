import { CaesuraError, frames, type Frames } from '../../time/index.ts';
import { scoreOf } from './edit-cuts.ts';
import { contentOf, splitShot } from './edit-shots.ts';
import type { Plan, Score, Shot } from '../index.ts';
import { withShots } from './with-shots.ts';

/** A plan with a cut at a frame, split there when there was none. */
const cutAt = (plan: Plan, frame: number): Plan =>
  frame <= 0 || frame >= scoreOf(plan).length || scoreOf(plan).shots.some((s) => s.start === frame)
    ? plan
    : splitShot(plan, frame);

/**
 * Takes the shots of another score from one frame up to another; those of it that go over either
 * end are split there, and so are the plan's own. Throws when the other is of another length or the
 * stretch does not lie inside the film.
 */
export function takeRange(plan: Plan, other: Score, from: Frames, to: Frames): Plan {
  const { length } = scoreOf(plan);
  if (other.length !== length)
    throw new CaesuraError(
      'other-length',
      `That layout has ${other.length} frames, and this one ${length}.`,
      'Let layouts be proposed again.',
    );
  if (!(from >= 0 && from < to && to <= length))
    throw new CaesuraError(
      'bad-stretch',
      'That stretch does not lie inside the film.',
      'Select some shots first.',
    );
  const split = cutAt(cutAt({ ...plan, score: other }, from), to);
  const taken = scoreOf(split)
    .shots.filter((s) => s.start >= from && s.start < to)
    .map(({ start, join, ...shown }): Omit<Shot, 'id'> => ({
      ...contentOf(shown),
      start,
      ...(join && { join }),
    }));
  const own = cutAt(cutAt(plan, from), to);
  const locked = new Set(scoreOf(own).shots.flatMap((s) => (s.locked ? [s.start] : [])));
  const shots = taken.map((shot) => (locked.has(shot.start) ? { ...shot, locked: true } : shot));
  return withShots(own, shots, { from, to: frames(to) });
}
