import { windowConflicts } from '../../joins/index.ts';
import { setShotLength } from '../../plan/edits/shot-length.ts';
import { plural } from '../../time/index.ts';
import { faultKind } from '../fault.ts';
import { windowTry } from '../window-tries.ts';

/** The windows at both cuts of a shot take more frames than it has. */
export const windowsOverlap = faultKind({
  code: 'windows-overlap',
  name: 'Windows overlap',
  area: 'joins',
  find: ({ shots, joins }) =>
    windowConflicts(shots, joins).map(({ shot, length, head, tail, over }) => ({
      shot,
      cut: tail > 0 ? shot + 1 : shot,
      frame: shots[shot]!.start,
      figures: { over, length, head, tail },
      message: `The windows in shot ${shot + 1} are ${plural(over, 'frame')} over: ${head} + ${tail} in ${length}.`,
      mend: 'Shorten one of the windows, or lengthen the shot.',
    })),
  mends: (film, { shot, figures: { over, head, tail, length } }) => {
    const left = head > 0 ? film.joins[shot! - 1] : undefined;
    const right = tail > 0 ? film.joins[shot!] : undefined;
    const [room, rest] = [Math.min(head - over, length), Math.min(tail - over, length)];
    const shorter = (join: typeof left, window: readonly [number, number]) =>
      join ? windowTry(film, join, window, `Shorten that at cut ${join.cut}`) : [];
    return [
      ...shorter(left, [Math.min(left?.before ?? 0, room), room]),
      ...shorter(right, [rest, Math.min(right?.after ?? 0, rest)]),
      ...shorter(left, [left?.before ?? 0, room]),
      ...shorter(right, [rest, right?.after ?? 0]),
      {
        label: `Lengthen the shot to ${plural(length + over, 'frame')}, the next one pays`,
        make: () => setShotLength(film.plan, shot!, length + over, 'next'),
      },
    ];
  },
});
