import { plural } from '../../time/index.ts';
import { perShot } from '../each.ts';
import { faultKind } from '../fault.ts';
import { shotName } from '../shot-name.ts';
import { sourceTries } from '../source-tries.ts';
import { runsOut } from './source-ends.ts';

/** A shot shows frames of its file that are not worth using. */
export const outsideUsable = faultKind({
  code: 'outside-usable',
  name: 'Outside the usable part',
  area: 'layout',
  find: perShot((facts, film) => {
    const { clip, used, index, start } = facts;
    if (!clip || !used || runsOut(facts)) return [];
    const { usable, name } = clip;
    const outside = Math.max(used.highest + 1 - usable.out, usable.in - used.lowest);
    if (outside <= 0) return [];
    return [
      {
        shot: index,
        cut: null,
        frame: start,
        figures: { outside },
        message: `${shotName(film, facts)} goes ${plural(outside, 'source frame')} outside the usable range of “${name}”.`,
        mend: 'Shorten the shot, or widen the usable range of the clip.',
      },
    ];
  }),
  mends: (film, { shot }) => sourceTries(film, shot!, film.shots[shot!]!.clip!.usable),
});
