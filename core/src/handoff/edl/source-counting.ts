import {
  divide,
  formatTimecode,
  framesPerDay,
  nominalRate,
  rateLabel,
  rational,
  sameRate,
  sourceFrames,
  type FrameRate,
  type Rational,
} from '../../time/index.ts';
import type { Clip, Plan } from '../../plan/index.ts';
import { sourceFrameInPlanCounting } from '../source-timecode.ts';

/** Most frames a second that two digits of a label can count. */
const MOST = 100;

/** How the source timecode of a clip counts in a list. */
export interface SourceCounting {
  /** Counted frames from a source frame of the clip to one a film frame later at normal speed. */
  readonly perFilmFrame: Rational;
  /** The count of a source frame, to be labelled. */
  readonly count: (frame: number) => number;
  readonly label: (count: number) => string;
  /** Counts in a day, after which labels begin anew. */
  readonly day: number;
  /** What is said where it is not the counting of the list. */
  readonly comment: string | null;
}

/** Labels of a counting. */
const labels = (rate: FrameRate, dropFrame: boolean) => ({
  label: (count: number) => formatTimecode(count, rate, dropFrame),
  day: framesPerDay(rate, dropFrame),
});

/**
 * The counting of a clip's source timecode: that of its own file, so that its labels are found
 * there. Only where the file counts more frames a second than two digits hold is it that of the
 * list, at the same time.
 */
export function sourceCounting(clip: Clip, plan: Pick<Plan, 'rate' | 'dropFrame'>): SourceCounting {
  const { rate, dropFrame } = clip;
  if (nominalRate(rate) > MOST)
    return {
      perFilmFrame: rational(1),
      count: (frame) =>
        sourceFrameInPlanCounting(
          clip,
          sourceFrames(Math.max(0, frame)),
          plan.rate,
          plan.dropFrame,
        ),
      ...labels(plan.rate, plan.dropFrame),
      comment: `SOURCE TIMECODE COUNTS AS THE LIST DOES, SINCE THE FILE HAS ${rateLabel(rate)} FRAMES A SECOND`,
    };
  const same = sameRate(rate, plan.rate) && dropFrame === plan.dropFrame;
  return {
    perFilmFrame: divide(rate, plan.rate),
    count: (frame) => clip.start + Math.max(0, frame),
    ...labels(rate, dropFrame),
    comment: same
      ? null
      : `SOURCE TIMECODE COUNTS ${rateLabel(rate)} FRAMES A SECOND, ${dropFrame ? 'DROP FRAME' : 'NON-DROP FRAME'}`,
  };
}
