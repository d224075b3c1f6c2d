import { coverOfBoth, joinValues, type JoinFacts } from '../../joins/index.ts';
import { openPart, showsEdge } from '../../motion/index.ts';
import { changeJoin } from '../../plan/edits/edit-joins.ts';
import type { Size } from '../../plan/index.ts';
import { frames, plural } from '../../time/index.ts';
import { perJoin } from '../each.ts';
import { faultKind } from '../fault.ts';

/** Part of the frame from which an open edge shows. */
const OPEN = 1e-4;

/** On how many frames of a window the frame is not covered, and where it is worst. */
function openFrames(join: JoinFacts, size: Size) {
  const { before, after, settings } = join;
  const { out, in: into } = joinValues(join);
  const sides = [out, into];
  let worst = { at: 0, open: 0, covers: 1 };
  let shown = 0;
  for (let at = -before; at < after; at++) {
    const here = sides.flatMap((values) => values.find((v) => v.at === at) ?? []);
    const placed = here.map((values) => ({ placed: values, pivot: settings }));
    const open = openPart(placed, size);
    // One picture alone lets through what its blur and its shutter draw in from beyond its edge.
    const [alone, other] = here;
    const smeared = alone && !other && showsEdge(alone);
    if (open <= OPEN && !smeared) continue;
    shown++;
    if (shown === 1 || open > worst.open)
      worst = { at, open, covers: Math.max(...here.map((v) => v.covers)) };
  }
  return { shown, ...worst };
}

/**
 * Frames on which it shows, the most of the frame that is open, and the scale that covers it there.
 */
interface Figures {
  readonly frames: number;
  readonly open: number;
  readonly covers: number;
  /** The one scale that covers all of the window. */
  readonly whole: number;
}

/** A picture that moves does not cover the frame. */
export const edgeShows = faultKind<'edge-shows', Figures>({
  code: 'edge-shows',
  name: 'Edge of the picture shows',
  area: 'joins',
  find: perJoin<Figures>((join, { plan }) => {
    const { cut, frame, before, after, settings } = join;
    if (before + after === 0 || settings.fill !== 'none') return [];
    const { shown, at, open, covers } = openFrames(join, plan.size);
    if (shown === 0) return [];
    const where = at < 0 ? `${-at} before` : `${at} after`;
    return [
      {
        shot: null,
        cut,
        frame: frames(frame + at),
        figures: { frames: shown, open, covers, whole: coverOfBoth(settings, join) },
        message: `The edge of the picture shows on ${plural(shown, 'frame')}, most ${where} the cut.`,
        mend: `A scale of ${(100 * covers).toFixed(1)} % covers it there; or fill the edges.`,
      },
    ];
  }),
  mends: ({ plan }, { cut, figures: { covers, whole } }) => [
    {
      label: `Enlarge as far as covers, up to ${(100 * covers).toFixed(1)} %`,
      make: () => changeJoin(plan, cut!, { cover: 'each' }),
    },
    {
      label: `One scale of ${(100 * whole).toFixed(1)} % for all of the window`,
      make: () => changeJoin(plan, cut!, { cover: 'whole' }),
    },
    {
      label: 'Fill the edges by mirroring',
      make: () => changeJoin(plan, cut!, { fill: 'mirror' }),
    },
    {
      label: 'Fill the edges by extending',
      make: () => changeJoin(plan, cut!, { fill: 'extend' }),
    },
  ],
});
