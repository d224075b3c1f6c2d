import type { JoinFacts } from '../joins/index.ts';
import { remembered } from '../film/remembered.ts';
import type { ShotFacts } from '../film/shots.ts';
import type { EffectPlacement, EffectFile, Plan } from '../plan/index.ts';
import { instantOfFrame, seconds, toNumber, type Seconds } from '../time/index.ts';
import { anchored, type Anchored } from './anchors.ts';
import { advisedGain, type Advice } from './levels.ts';

/** An effect with everything that follows from the plan. Rates and times are those of sound, not of frames. */
export interface EffectFacts {
  readonly placement: EffectPlacement;
  readonly effect: EffectFile;
  /** Where its mark falls: the peak or the onset; where a bed begins. */
  readonly at: Anchored;
  /** Where a riser begins, and where a bed ends; null for hits. */
  readonly other: Anchored | null;
  /** Times as fast as the file. */
  readonly rate: number;
  /** How many semitones higher than the file it sounds. */
  readonly semitones: number;
  /** Times of the film between which it can be heard, and at which it peaks; may lie outside the film. */
  readonly starts: Seconds;
  readonly peaks: Seconds;
  readonly ends: Seconds;
  /** The join at its cut; null where it is at none. */
  readonly join: JoinFacts | null;
  readonly advice: Advice;
  /** Decibels by which it is turned up. */
  readonly gain: number;
}

/** Semitones that sound goes up when it is played `rate` times as fast: 12·log₂ rate. */
export const semitonesOfRate = (rate: number): number => 12 * Math.log2(rate);

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

function rateOf(
  plan: Plan,
  placement: EffectPlacement,
  effect: EffectFile,
  at: Anchored,
  other: Anchored | null,
  join: JoinFacts | null,
) {
  const { measure, sampleRate } = effect;
  switch (placement.kind) {
    case 'bed':
      return 1;
    case 'riser': {
      const lasts = toNumber(at.at) - toNumber(other!.at);
      return lasts > 0 ? within((measure.peak - measure.from) / sampleRate / lasts) : 1;
    }
    case 'hit': {
      if (placement.rate !== 'window') return placement.rate.num / placement.rate.den;
      const window = windowSeconds(join, plan);
      return window === null ? 1 : within(audibleLength(effect) / window);
    }
  }
}

/** The facts of one effect; null when what it is tied to is gone. */
function factsOf(
  plan: Plan,
  shots: readonly ShotFacts[],
  joins: readonly JoinFacts[],
  effect: EffectFile,
  placement: EffectPlacement,
): EffectFacts | null {
  const at = anchored(plan, shots, placement.kind === 'bed' ? placement.from : placement.at);
  const other =
    placement.kind === 'hit'
      ? null
      : anchored(plan, shots, placement.kind === 'riser' ? placement.from : placement.to);
  if (!at || (placement.kind !== 'hit' && !other)) return null;
  const join = at.cut === null ? null : (joins[at.cut - 1] ?? null);
  const rate = rateOf(plan, placement, effect, at, other, join);
  const semitones =
    placement.kind === 'bed'
      ? 0
      : placement.pitch === 'follows'
        ? semitonesOfRate(rate)
        : placement.pitch;
  const { measure, sampleRate } = effect;
  const begins = toNumber(at.at);
  const half =
    placement.kind === 'bed' ? toNumber(instantOfFrame(placement.fade, plan.rate)) / 2 : 0;
  const mark =
    placement.kind === 'hit' && placement.mark === 'onset' ? measure.onset : measure.peak;
  const after = (sample: number) => seconds(begins + (sample - mark) / sampleRate / rate);
  const times =
    placement.kind === 'bed'
      ? {
          starts: seconds(begins - half),
          peaks: seconds(begins),
          ends: seconds(toNumber(other!.at) + half),
        }
      : { starts: after(measure.from), peaks: after(measure.peak), ends: after(measure.to) };
  const advice = advisedGain(plan, effect, placement.kind, times.peaks);
  const gain = placement.gain === 'advised' ? advice.gain : placement.gain;
  return { placement, effect, at, other, rate, semitones, ...times, join, advice, gain };
}

/** The slowest rate at which an effect at a cut lies between two instants of the film, its mark where it is. */
export function fittingRate(
  { at, starts, ends, rate }: EffectFacts,
  { from, to }: { from: number; to: number },
): number {
  const mark = toNumber(at.at);
  const [rise, fall] = [(mark - starts) * rate, (ends - mark) * rate];
  return within(Math.max(rise / Math.max(1e-3, mark - from), fall / Math.max(1e-3, to - mark)));
}

const keptFacts = remembered<readonly EffectPlacement[], EffectFacts[]>();

/**
 * The facts of every effect of a plan whose shots and joins are given, in the order of the plan, left out or not; those whose
 * cut is gone are not among them.
 */
export function effectFactsOf(
  plan: Plan,
  shots: readonly ShotFacts[],
  joins: readonly JoinFacts[],
): readonly EffectFacts[] {
  const inputs = [plan.effectFiles, plan.music, plan.sounds, plan.rate, shots, plan.recipes];
  return keptFacts(plan.effects, inputs, () => {
    const effects = new Map(plan.effectFiles.map((effect) => [effect.id, effect]));
    return plan.effects.flatMap(
      (placement) => factsOf(plan, shots, joins, effects.get(placement.effect)!, placement) ?? [],
    );
  });
}

/** Accents in use that are nowhere in the film, since what they were tied to is gone. `placed` are the facts of the others. */
export function lostEffects({ effects }: Plan, placed: readonly EffectFacts[]): EffectPlacement[] {
  const known = new Set(placed.map(({ placement }) => placement.id));
  return effects.filter(({ id, off }) => !off && !known.has(id));
}
