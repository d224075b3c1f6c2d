import { speedAt } from '../../curves/index.ts';
import { isTrembling, tremblingOf } from '../../footage/index.ts';
import { frames, percent, plural, toNumber } from '../../time/index.ts';
import type { Film, ShotFacts } from '../../film/index.ts';
import { perShot } from '../each.ts';
import { faultKind } from '../fault.ts';
import type { MeasuredMovement } from '../known.ts';
import { shotName } from '../shot-name.ts';

/** Speed over which shake is faster than it was filmed. */
const FASTER = 1.25;
/** Seconds of the film that it must last to be seen. */
const LASTS = 0.25;

/** How often it goes there and back in a second, and by what part of a width a frame. */
interface Figures {
  readonly frames: number;
  readonly often: number;
  readonly step: number;
}

/** The first stretch of a shot that is sped up and trembles; null where none does. */
function tremblingStretch(
  facts: ShotFacts,
  film: Film,
  offAt: NonNullable<MeasuredMovement['offAt']>,
): (Figures & { readonly first: number }) | null {
  const rate = toNumber(film.plan.rate);
  const least = Math.ceil(LASTS * rate);
  const { time, length } = facts;
  const fast = (k: number) => Math.abs(speedAt(time!.curve, k)) > FASTER;
  for (let k = 0; k < length; k++) {
    if (!fast(k)) continue;
    let end = k;
    while (end < length && fast(end)) end++;
    if (end - k >= least) {
      const offs = Array.from({ length: end - k }, (_, i) => offAt(time!.at(k + i)));
      const trembling = tremblingOf(offs, rate);
      if (isTrembling(trembling)) return { ...trembling, frames: end - k, first: k };
    }
    k = end;
  }
  return null;
}

/** A ramp makes the shake of a clip faster than the eye follows; told where movement is known. */
export const trembles = faultKind<'trembles', Figures>({
  code: 'trembles',
  name: 'Shake made too fast',
  area: 'speeds',
  find: perShot<Figures>((facts, film, { measuredOf }) => {
    const { clip, time, index, start, shot } = facts;
    const offAt = clip && time && !shot.steady ? measuredOf(clip)?.offAt : null;
    const found = offAt ? tremblingStretch(facts, film, offAt) : null;
    if (!clip || !found) return [];
    const { first, ...figures } = found;
    const { often, step } = figures;
    return [
      {
        shot: index,
        cut: null,
        frame: frames(start + first),
        figures,
        message: `${shotName(film, facts)} trembles over ${plural(figures.frames, 'frame')}: its speed makes the shake of “${clip.name}” go there and back about ${Math.round(often)} times a second, by ${percent(step)} of the width a frame.`,
        mend: 'Steady the shot (on Score), or take a lower speed.',
      },
    ];
  }),
  mends: () => [],
});
