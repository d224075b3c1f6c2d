import { speedAt } from '../../curves/index.ts';
import { slowestCleanSpeed } from '../../film/index.ts';
import { compare, frames, percent, plural, rational, toNumber } from '../../time/index.ts';
import { perShot } from '../each.ts';
import { faultKind } from '../fault.ts';
import { respeeded } from '../source-tries.ts';

/**
 * A slowed shot shows frames more than once that it need not: it is slower than the slowest clean
 * speed.
 */
export const framesRepeat = faultKind({
  code: 'frames-repeat',
  name: 'Frames repeat',
  area: 'speeds',
  find: perShot(({ index, time, clip, length, start }, { plan }) => {
    if (!time || !clip) return [];
    const clean = toNumber(slowestCleanSpeed(clip.rate, plan.rate));
    let [repeats, first] = [0, -1];
    for (let k = 1; k < length; k++) {
      if (time.at(k) !== time.at(k - 1)) continue;
      const speed = Math.abs(speedAt(time.curve, k - 1));
      if (speed >= Math.min(1, clean) || speed === 0) continue;
      repeats++;
      if (first < 0) first = k;
    }
    if (repeats === 0) return [];
    return [
      {
        shot: index,
        cut: null,
        frame: frames(start + first),
        figures: { repeats, clean },
        message: `${plural(repeats, 'frame')} of shot ${index + 1} show${repeats === 1 ? 's' : ''} the picture before again.`,
        mend: `The slowest clean speed of “${clip.name}” is ${percent(clean)}.`,
      },
    ];
  }),
  mends: ({ plan, shots }, { shot }) => {
    const { clip } = shots[shot!]!;
    if (!clip) return [];
    const clean = slowestCleanSpeed(clip.rate, plan.rate);
    const least = compare(clean, rational(1)) > 0 ? rational(1) : clean;
    return [
      {
        label: `Take ${percent(toNumber(least))} as the slowest`,
        make: () =>
          respeeded(plan, shot!, (speed) =>
            compare(speed, rational(0)) > 0 && compare(speed, least) < 0 ? least : speed,
          ),
      },
    ];
  },
});
