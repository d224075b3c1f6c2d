import { letDiffer, setRamp } from '../../plan/edits/edit-ramps.ts';
import { crestsAt, slowPatch, withSpeedAt } from '../../ramps/index.ts';
import { percent, rational } from '../../time/index.ts';
import { perJoin } from '../each.ts';
import { faultKind } from '../fault.ts';

/** A speed at a cut that counts as a crest, and the part by which two may differ. */
const CREST = 1.2;
const DIFFER = 0.02;

/** Speeds on both sides of the cut, times normal. */
interface Figures {
  readonly out: number;
  readonly in: number;
}

/** Whether two speeds pass as the same. */
const isNear = (a: number, b: number): boolean =>
  Math.abs(a - b) <= DIFFER * Math.max(Math.abs(a), Math.abs(b));

/** The speeds on both sides of a cut differ. */
export const crestsDiffer = faultKind<'crests-differ', Figures>({
  code: 'crests-differ',
  name: 'Crests differ',
  area: 'speeds',
  find: perJoin<Figures>(({ cut, frame, out, into }) => {
    const ramped = [out, into].some(({ time }) => time !== null && time.curve.length > 1);
    const crests = ramped && !slowPatch(out, into) ? crestsAt(out, into) : null;
    if (!crests) return [];
    const [a, b] = [Math.abs(crests.out), Math.abs(crests.into)];
    if (Math.max(a, b) < CREST || isNear(a, b)) return [];
    // Matched by movement on screen they differ in per cent on purpose, until either is changed.
    const { matched } = into.shot;
    if (matched && isNear(matched.out, crests.out) && isNear(matched.in, crests.into)) return [];
    return [
      {
        shot: null,
        cut,
        frame,
        figures: { out: a, in: b },
        message: `Crests differ by ${percent(Math.abs(a - b))}: ${percent(a)} out, ${percent(b)} in.`,
        mend: 'Match one to the other.',
      },
    ];
  }),
  mends: ({ plan, joins }, { cut, figures }) => {
    const { out, into } = joins[cut! - 1]!;
    const speed = (value: number) => rational(Math.round(value * 10_000), 10_000);
    return [
      {
        label: `Match the incoming to ${percent(figures.out)}`,
        make: () => setRamp(plan, into.index, withSpeedAt(into, 'start', speed(figures.out))),
      },
      {
        label: `Match the outgoing to ${percent(figures.in)}`,
        make: () => setRamp(plan, out.index, withSpeedAt(out, 'end', speed(figures.in))),
      },
      { label: 'Leave both, they differ on purpose', make: () => letDiffer(plan, cut!) },
    ];
  },
});
