import { frameSpan } from '../../film/index.ts';
import { handlesOf, type Handle, type JoinFacts } from '../../joins/index.ts';
import { changeJoin } from '../../plan/edits/edit-joins.ts';
import { slipShot } from '../../plan/edits/edit-shots.ts';
import { plural } from '../../time/index.ts';
import { perJoin } from '../each.ts';
import { faultKind, type Found } from '../fault.ts';
import { slowerTries } from '../source-tries.ts';
import { windowTry } from '../window-tries.ts';

interface Figures extends Handle {
  /** Frames of the film for which a handle is needed. */
  readonly frames: number;
}

const WORDS = { out: 'after the cut', in: 'before the cut' } as const;

function shortHandle(join: JoinFacts, handle: Handle | null): Found<Figures>[] {
  const { cut, frame, out, into, blend } = join;
  const facts = handle?.side === 'out' ? out : into;
  // A shot whose file ends inside it is told as that, once.
  if (!handle || !facts.clip || handle.there < 0 || handle.spare >= 0) return [];
  const { side, needed, there, spare } = handle;
  return [
    {
      shot: facts.index,
      cut,
      frame,
      target: side,
      figures: { ...handle, frames: side === 'out' ? blend.after : blend.before },
      message: `“${facts.clip.name}” is ${plural(-spare, 'source frame')} short ${WORDS[side]}: ${needed} needed, ${there} there.`,
      mend: 'Shorten the window, move it to the other side, slip the source, slow it, or hold its last picture.',
    },
  ];
}

/** A file has not as many frames beyond a cut as an overlap shows. */
export const handleShort = faultKind<'handle-short', Figures>({
  code: 'handle-short',
  name: 'Handle too short',
  area: 'joins',
  find: perJoin<Figures>((join) => {
    const { out, in: into } = handlesOf(join);
    return [...shortHandle(join, out), ...shortHandle(join, into)];
  }),
  mends: (film, { cut, shot, figures: { side, lasts, spare, frames } }) => {
    const { plan } = film;
    const join = film.joins[cut! - 1]!;
    const { before, after, settings } = join;
    const total = before + after;
    const blended =
      settings.blend !== null && 2 * Math.min(lasts, join.blend.before, join.blend.after);
    const half = Math.min(lasts, before, after);
    const out = side === 'out';
    const window = (b: number, a: number, words: string) =>
      windowTry(film, join, out ? [b, a] : [a, b], words);
    const near = out ? before : after;
    return [
      ...(blended !== false && blended > 0
        ? [
            {
              label: `Blend over ${plural(blended, 'frame')}`,
              make: () => changeJoin(plan, cut!, { blend: frameSpan(blended, plan.rate) }),
            },
          ]
        : []),
      ...windowTry(film, join, [half, half], 'Shorten'),
      ...window(near, lasts, 'Shorten'),
      ...window(total - lasts, lasts, 'Move the window'),
      ...window(total, 0, 'Move the window'),
      {
        label: `Slip the source ${plural(-spare, 'frame')} ${out ? 'earlier' : 'later'}`,
        make: () => slipShot(plan, shot!, out ? spare : -spare),
      },
      ...slowerTries(film, shot!, { before: out ? 0 : frames, after: out ? frames : 0 }),
      {
        label: out ? 'Hold its last picture' : 'Hold its first picture',
        make: () => changeJoin(plan, cut!, { hold: { ...settings.hold, [side]: true } }),
      },
      {
        label: 'One picture at a time',
        make: () => changeJoin(plan, cut!, { pictures: 'inside' }),
      },
    ];
  },
});
