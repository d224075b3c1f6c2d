import { joinsOf, type JoinFacts } from '../joins/index.ts';
import { shotFacts, type ShotFacts } from '../film/shots.ts';
import type { Accent, Effect, Plan } from '../plan/index.ts';
import { instantOfFrame, seconds, toNumber, type Seconds } from '../time/index.ts';
import { anchored, type Anchored } from './anchors.ts';
import { advisedGain, type Advice } from './levels.ts';

/** An accent with everything that follows from the plan. Rates and times are those of sound, not of frames. */
export interface AccentFacts {
  readonly accent: Accent;
  readonly effect: Effect;
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
export const audibleLength = ({ measure, sampleRate }: Effect): Seconds =>
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
  accent: Accent,
  effect: Effect,
  at: Anchored,
  other: Anchored | null,
  join: JoinFacts | null,
) {
  const { measure, sampleRate } = effect;
  switch (accent.kind) {
    case 'bed':
      return 1;
    case 'riser': {
      const lasts = toNumber(at.at) - toNumber(other!.at);
      return lasts > 0 ? within((measure.peak - measure.from) / sampleRate / lasts) : 1;
    }
    case 'hit': {
      if (accent.rate !== 'window') return accent.rate.num / accent.rate.den;
      const window = windowSeconds(join, plan);
      return window === null ? 1 : within(audibleLength(effect) / window);
    }
  }
}

/** The facts of one accent; null when what it is tied to is gone. */
function factsOf(
  plan: Plan,
  shots: readonly ShotFacts[],
  joins: readonly JoinFacts[],
  effect: Effect,
  accent: Accent,
): AccentFacts | null {
  const at = anchored(plan, shots, accent.kind === 'bed' ? accent.from : accent.at);
  const other =
    accent.kind === 'hit'
      ? null
      : anchored(plan, shots, accent.kind === 'riser' ? accent.from : accent.to);
  if (!at || (accent.kind !== 'hit' && !other)) return null;
  const join = at.cut === null ? null : (joins[at.cut - 1] ?? null);
  const rate = rateOf(plan, accent, effect, at, other, join);
  const semitones =
    accent.kind === 'bed' ? 0 : accent.pitch === 'follows' ? semitonesOfRate(rate) : accent.pitch;
  const { measure, sampleRate } = effect;
  const begins = toNumber(at.at);
  const half = accent.kind === 'bed' ? toNumber(instantOfFrame(accent.fade, plan.rate)) / 2 : 0;
  const mark = accent.kind === 'hit' && accent.mark === 'onset' ? measure.onset : measure.peak;
  const after = (sample: number) => seconds(begins + (sample - mark) / sampleRate / rate);
  const times =
    accent.kind === 'bed'
      ? {
          starts: seconds(begins - half),
          peaks: seconds(begins),
          ends: seconds(toNumber(other!.at) + half),
        }
      : { starts: after(measure.from), peaks: after(measure.peak), ends: after(measure.to) };
  const advice = advisedGain(plan, effect, accent.kind, times.peaks);
  const gain = accent.gain === 'advised' ? advice.gain : accent.gain;
  return { accent, effect, at, other, rate, semitones, ...times, join, advice, gain };
}

/** The slowest rate at which an effect at a cut lies between two instants of the film, its mark where it is. */
export function fittingRate(
  { at, starts, ends, rate }: AccentFacts,
  { from, to }: { from: number; to: number },
): number {
  const mark = toNumber(at.at);
  const [rise, fall] = [(mark - starts) * rate, (ends - mark) * rate];
  return within(Math.max(rise / Math.max(1e-3, mark - from), fall / Math.max(1e-3, to - mark)));
}

/** The facts of every accent of a plan, in the order of the plan, left out or not; those whose cut is gone are not among them. */
export function accentFacts(
  plan: Plan,
  shots: readonly ShotFacts[] = shotFacts(plan),
  joins: readonly JoinFacts[] = joinsOf(plan, shots),
): AccentFacts[] {
  const effects = new Map(plan.effects.map((effect) => [effect.id, effect]));
  return plan.accents.flatMap(
    (accent) => factsOf(plan, shots, joins, effects.get(accent.effect)!, accent) ?? [],
  );
}

/** Accents in use that are nowhere in the film, since what they were tied to is gone. `placed` are the facts of the others. */
export function lostAccents({ accents }: Plan, placed: readonly AccentFacts[]): Accent[] {
  const known = new Set(placed.map(({ accent }) => accent.id));
  return accents.filter(({ id, off }) => !off && !known.has(id));
}
