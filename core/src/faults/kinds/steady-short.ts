import { steadiedReach } from '../../film/index.ts';
import { steadyShots } from '../../plan/edits/edit-steadying.ts';
import { frames, plural } from '../../time/index.ts';
import { perShot } from '../each.ts';
import { faultKind } from '../fault.ts';
import { shotName } from '../shot-name.ts';

/** A steadied shot shows frames for which nothing was kept: there the picture shakes as filmed. */
export const steadyShort = faultKind({
  code: 'steady-short',
  name: 'Shown beyond what was steadied',
  area: 'clips',
  find: perShot((facts, film) => {
    const { clip, used, index, start, shot } = facts;
    if (!clip || !used || !shot.steady) return [];
    const { lowest, highest } = steadiedReach(shot.steady);
    const beyond = Math.max(lowest - used.lowest, used.highest - highest);
    if (beyond <= 0) return [];
    return [
      {
        shot: index,
        cut: null,
        frame: frames(start),
        figures: { beyond },
        message: `${shotName(film, facts)} shows ${plural(beyond, 'source frame')} beyond those that were steadied.`,
        mend: 'Steady it anew (on Score, at the shot), or leave it as it was filmed.',
      },
    ];
  }),
  mends: ({ plan }, { shot }) => [
    { label: 'As it was filmed', make: () => steadyShots(plan, [{ shot: shot!, steady: null }]) },
  ],
});
