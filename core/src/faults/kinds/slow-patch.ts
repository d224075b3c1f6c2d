import { letDiffer, setRamp } from '../../plan/edits/edit-ramps.ts';
import { joinAt } from '../../film/index.ts';
import {
  crestOnCut,
  crestsAt,
  slowPatch as slowPatchAt,
  type SlowPatch,
} from '../../ramps/index.ts';
import { percent, plural } from '../../time/index.ts';
import { perJoin } from '../each.ts';
import { faultKind } from '../fault.ts';

/** Between two crests that should meet at a cut it is slow. */
export const slowPatch = faultKind<'slow-patch', SlowPatch>({
  code: 'slow-patch',
  name: 'Slow patch at a cut',
  area: 'speeds',
  find: perJoin<SlowPatch>(({ cut, frame, out, into }) => {
    const ramped = [out, into].some(({ time }) => time !== null && time.curve.length > 1);
    const patch = ramped ? slowPatchAt(out, into) : null;
    if (!patch) return [];
    const { before, after, slowest } = patch;
    return [
      {
        shot: null,
        cut,
        frame,
        figures: patch,
        message: `A slow patch of ${plural(before + after, 'frame')} lies between the crests: down to ${percent(slowest)}, ${before} before the cut and ${after} after it.`,
        mend: 'Move the crests on to the cut, which leaves the patch out.',
      },
    ];
  }),
  mends: ({ plan, joins }, { cut, figures: { before, after } }) => {
    const { out, into } = joins[cut! - 1]!;
    const [early, late] = [crestOnCut(out, 'end', before), crestOnCut(into, 'start', after)];
    const first = early ? setRamp(plan, out.index, early) : plan;
    const moved = late ? setRamp(first, into.index, late) : first;
    const met = joinAt(moved, cut!);
    const crests = crestsAt(met.out, met.into);
    // Crests of different height are left as they are, which is no fault of its own then.
    return crests && Math.abs(crests.out - crests.into) > 1e-9
      ? [
          {
            label: 'Move the crests on to the cut, though they differ',
            make: () => letDiffer(moved, cut!),
          },
        ]
      : [{ label: 'Move the crests on to the cut', make: () => moved }];
  },
});
