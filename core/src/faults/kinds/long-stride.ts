import { strideOf } from '../../film/index.ts';
import { compare, frames, percent, rational, toNumber } from '../../time/index.ts';
import { perShot } from '../each.ts';
import { faultKind } from '../fault.ts';
import { respeeded } from '../source-tries.ts';

/**
 * Source frames from one frame of the film to the next from which strides are told: movement is
 * hard to read (common practice from 800 %).
 */
const LONG_STRIDE = 12;

/** Source frames in one frame of the film, and how many are told. */
interface Figures {
  readonly stride: number;
  readonly limit: number;
}

/** A shot goes over so many source frames in a frame that movement is hard to read. */
export const longStride = faultKind<'long-stride', Figures>({
  code: 'long-stride',
  name: 'Long strides',
  area: 'speeds',
  find: perShot<Figures>(({ index, time, clip, length, start }, { plan }) => {
    if (!time || !clip) return [];
    let [most, at] = [0, 0];
    for (let k = 1; k < length; k++) {
      const stride = Math.abs(time.at(k) - time.at(k - 1));
      if (stride > most) [most, at] = [stride, k];
    }
    // A clip of a high rate strides far at normal speed, too, and reads well.
    const limit = LONG_STRIDE * Math.max(1, toNumber(strideOf(clip.rate, plan.rate)));
    if (most <= limit) return [];
    return [
      {
        shot: index,
        cut: null,
        frame: frames(start + at),
        figures: { stride: most, limit },
        message: `Shot ${index + 1} goes over ${most} source frames in one frame of the film; movement is hard to read there.`,
        mend: 'Take a lower crest, unless it is only a flash.',
      },
    ];
  }),
  mends: ({ plan, shots }, { shot, figures: { limit } }) => {
    const { clip } = shots[shot!]!;
    if (!clip) return [];
    const cap = rational(Math.floor((limit / toNumber(strideOf(clip.rate, plan.rate))) * 100), 100);
    return [
      {
        label: `Lower the crest to ${percent(toNumber(cap))}`,
        make: () => respeeded(plan, shot!, (speed) => (compare(speed, cap) > 0 ? cap : speed)),
      },
    ];
  },
});
