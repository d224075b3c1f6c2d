import { joinValues, type Side } from '../../joins/index.ts';
import { steadyCost } from '../../film/index.ts';
import { softnessAt } from '../../motion/index.ts';
import { changeJoin } from '../../plan/edits/edit-joins.ts';
import { frames } from '../../time/index.ts';
import { perJoin } from '../each.ts';
import { faultKind } from '../fault.ts';

/**
 * Pixels of the source to a pixel of the film below which a picture is told to be soft: a usual
 * zoom of 200 % just passes.
 */
const SOFT = 0.5;

/** Pixels of source to one of the film at the largest scale, and the scale that just passes. */
interface Figures {
  readonly side: Side;
  readonly softness: number;
  readonly scale: number;
  readonly most: number;
}

/** A picture is enlarged so far that it turns soft. */
export const soft = faultKind<'soft', Figures>({
  code: 'soft',
  name: 'Picture turns soft',
  area: 'joins',
  find: perJoin<Figures>((join, { plan: { size } }) => {
    const { cut, frame, before, after, out, into } = join;
    if (before + after === 0) return [];
    return (['out', 'in'] as const).flatMap((side) => {
      const { clip, framed, shot } = side === 'out' ? out : into;
      const cost = clip && shot.steady ? steadyCost(shot.steady, clip.size) : 1;
      const laid = (framed?.scale ?? 1) * cost;
      // A picture too small for the film is soft at rest, too, which no join is to blame for.
      if (!clip || softnessAt(clip.size, size, laid) < SOFT) return [];
      const values = joinValues(join)[side];
      const first = values[0];
      if (!first) return [];
      const peak = values.reduce((most, v) => (v.scale > most.scale ? v : most), first);
      const softness = softnessAt(clip.size, size, peak.scale * laid);
      if (peak.scale <= 1 || softness >= SOFT - 1e-9) return [];
      return [
        {
          shot: null,
          cut,
          frame: frames(frame + peak.at),
          target: side,
          figures: {
            side,
            softness,
            scale: peak.scale,
            most: softnessAt(clip.size, size, SOFT * laid),
          },
          message: `“${clip.name}” turns soft: ${softness.toFixed(2)} pixels of source to one of the film at ${Math.round(peak.scale * 100)} %.`,
          mend: 'Take a lower peak, or a larger picture.',
        },
      ];
    });
  }),
  mends: ({ plan, joins }, { cut, figures }) => {
    const most = Math.floor(figures.most * 100) / 100;
    const { settings } = joins[cut! - 1]!;
    // Sides that have peaks of their own are lowered by themselves.
    const of = figures.side === 'in' && settings.peakIn !== null ? 'peakIn' : 'peak';
    if (most <= 1 || settings[of]! <= most) return [];
    return [
      {
        label: `Lower the peak to ${Math.round(most * 100)} %`,
        make: () => changeJoin(plan, cut!, { [of]: most }),
      },
    ];
  },
});
