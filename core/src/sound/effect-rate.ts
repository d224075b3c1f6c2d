import type { JoinFacts } from '../joins/windows.ts';
import type { EffectFile, EffectPlacement, Plan } from '../plan/index.ts';
import { instantOfFrame, samples, seconds, toNumber, type Seconds } from '../time/index.ts';
import { KIT } from './kit/index.ts';
import type { Anchored } from '../film/anchors.ts';

/** Where in a sound its parts lie, in samples; see `measureEffect`. */
export type Marks = Pick<EffectFile['measure'], 'from' | 'to' | 'onset' | 'peak'>;

/** The marks of an effect as it sounds: counted from its end where it sounds backwards. */
export function marksOf({ measure, length }: EffectFile, reversed: boolean | undefined): Marks {
  if (!reversed) return measure;
  const from = samples(length - measure.to);
  return {
    ...{ from, onset: from },
    to: samples(length - measure.from),
    peak: samples(length - 1 - measure.peak),
  };
}

/** Seconds of a file between its first and its last audible sample. */
export const audibleLength = ({ measure, sampleRate }: EffectFile): Seconds =>
  seconds((measure.to - measure.from) / sampleRate);

/** Frames of a window, or at a hard cut of none: what an effect can be fitted to. */
export function windowSeconds(join: JoinFacts | null, plan: Pick<Plan, 'rate'>): Seconds | null {
  const total = join ? join.before + join.after : 0;
  return total > 0 ? seconds(toNumber(instantOfFrame(total, plan.rate))) : null;
}

const RATES = { least: 0.05, most: 20 };
const within = (rate: number) => Math.min(RATES.most, Math.max(RATES.least, rate));

/**
 * The most by which a whoosh of the kit is sped up or slowed to fill a window: an octave either
 * way.
 */
const OCTAVE = { least: 1 / 2, most: 2 };

/** Whether a file is one of the kit's that sound well fitted to a window. */
export const passes = ({ fileName }: Pick<EffectFile, 'fileName'>): boolean =>
  KIT.some((made) => made.passes && fileName === `${made.id}.wav`);

/** What the rate of an effect is decided by. */
interface RateContext {
  readonly plan: Pick<Plan, 'rate'>;
  readonly effect: EffectFile;
  readonly at: Anchored;
  readonly other: Anchored | null;
  readonly join: JoinFacts | null;
}

/**
 * How many times as fast as its file an effect sounds: as set, or so that it fills the window of
 * its cut, or ends where it is to; a riser so that it rises from one instant to the other, unless
 * it is trimmed; a bed unchanged.
 */
export function rateOf(
  placement: EffectPlacement,
  { plan, effect, at, other, join }: RateContext,
): number {
  const { sampleRate } = effect;
  const marks = marksOf(effect, placement.reversed);
  switch (placement.kind) {
    case 'bed':
      return 1;
    case 'riser': {
      const lasts = toNumber(at.at) - toNumber(other!.at);
      return lasts > 0 && placement.fit !== 'trimmed'
        ? within((marks.peak - marks.from) / sampleRate / lasts)
        : 1;
    }
    case 'hit': {
      const lasts = other && placement.fit !== 'trimmed' ? toNumber(other.at) - toNumber(at.at) : 0;
      if (lasts > 0) return within((marks.to - marks[placement.mark]) / sampleRate / lasts);
      if (placement.rate !== 'window') {
        const { num, den } = placement.varied ?? { num: 1, den: 1 };
        return (placement.rate.num * num) / (placement.rate.den * den);
      }
      const window = windowSeconds(join, plan);
      if (window === null) return 1;
      const fits = audibleLength(effect) / window;
      return passes(effect) ? Math.min(OCTAVE.most, Math.max(OCTAVE.least, fits)) : within(fits);
    }
  }
}

/** Where an effect lies, and how fast it sounds. */
interface Placed {
  readonly at: Anchored;
  readonly starts: Seconds;
  readonly ends: Seconds;
  readonly rate: number;
}

/**
 * The slowest rate at which an effect at a cut lies between two instants of the film, its mark
 * where it is.
 */
export function fittingRate(
  { at, starts, ends, rate }: Placed,
  { from, to }: { from: number; to: number },
): number {
  const mark = toNumber(at.at);
  const [rise, fall] = [(mark - starts) * rate, (ends - mark) * rate];
  return within(Math.max(rise / Math.max(1e-3, mark - from), fall / Math.max(1e-3, to - mark)));
}
