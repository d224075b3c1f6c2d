import { marksOf, rateOf } from './effect-rate.ts';
import type { JoinFacts } from '../joins/index.ts';
import { remembered } from '../film/remembered.ts';
import type { ShotFacts } from '../film/shots.ts';
import type { PhraseFacts } from '../phrases/phrase-facts.ts';
import type { EffectPlacement, EffectFile, Plan } from '../plan/index.ts';
import { instantOfFrame, seconds, toNumber, type Seconds } from '../time/index.ts';
import type { LevelPoint } from './audio-event.ts';
import { effectSemitones } from './effect-pitch.ts';
import { anchored, type Anchored, type AnchorContext } from '../film/anchors.ts';
import { duckingOf } from './ducking.ts';
import { advisedGain, loudnessAt, type Advice } from './levels.ts';

/**
 * An effect with everything that follows from the plan. Rates and times are those of sound, not of
 * frames.
 */
export interface EffectFacts {
  readonly placement: EffectPlacement;
  readonly effect: EffectFile;
  /** Where its mark falls: the peak or the onset; where a bed begins. */
  readonly at: Anchored;
  /** Where a riser begins, and where a bed ends, or a hit that is to end somewhere. */
  readonly other: Anchored | null;
  /** Times as fast as the file. */
  readonly rate: number;
  /** How many semitones higher than the file it sounds. */
  readonly semitones: number;
  /**
   * Times of the film between which it can be heard, and at which it peaks; may lie outside the
   * film.
   */
  readonly starts: Seconds;
  readonly peaks: Seconds;
  readonly ends: Seconds;
  /** The join at its cut; null where it is at none. */
  readonly join: JoinFacts | null;
  readonly advice: Advice;
  /** Decibels by which it is turned up. */
  readonly gain: number;
}

/** Where an effect is tied, and the join there; null where that is gone. */
interface Tied {
  readonly at: Anchored;
  readonly other: Anchored | null;
  readonly join: JoinFacts | null;
}

function tiedAt(placement: EffectPlacement, context: AnchorContext, joins: readonly JoinFacts[]) {
  const at = anchored(placement.kind === 'bed' ? placement.from : placement.at, context);
  const end = placement.kind === 'riser' ? placement.from : placement.to;
  const other = end ? anchored(end, context) : null;
  if (!at || (end && !other)) return null;
  return { at, other, join: at.cut === null ? null : (joins[at.cut - 1] ?? null) };
}

type Times = Pick<EffectFacts, 'starts' | 'peaks' | 'ends'>;

/** Times within which what is trimmed is left. */
function trimmed(placement: EffectPlacement, times: Times, other: Anchored | null): Times {
  if (placement.kind === 'bed' || placement.fit !== 'trimmed' || !other) return times;
  const at = toNumber(other.at);
  return placement.kind === 'riser'
    ? { ...times, starts: seconds(Math.min(times.peaks, Math.max(times.starts, at))) }
    : { ...times, ends: seconds(Math.max(times.peaks, Math.min(times.ends, at))) };
}

/** The facts of one effect, tied where it is. */
function factsOf(
  plan: Plan,
  effect: EffectFile,
  placement: EffectPlacement,
  { at, other, join, ducked }: Tied & { readonly ducked: readonly LevelPoint[] },
): EffectFacts {
  const rate = rateOf(placement, { plan, effect, at, other, join });
  const semitones = effectSemitones(placement, rate);
  const { sampleRate } = effect;
  const marks = marksOf(effect, placement.reversed);
  const begins = toNumber(at.at);
  const half =
    placement.kind === 'bed' ? toNumber(instantOfFrame(placement.fade, plan.rate)) / 2 : 0;
  const mark = placement.kind === 'hit' && placement.mark === 'onset' ? marks.onset : marks.peak;
  const after = (sample: number) => seconds(begins + (sample - mark) / sampleRate / rate);
  const times =
    placement.kind === 'bed'
      ? {
          starts: seconds(begins - half),
          peaks: seconds(begins),
          ends: seconds(toNumber(other!.at) + half),
        }
      : { starts: after(marks.from), peaks: after(marks.peak), ends: after(marks.to) };
  const music = plan.music && loudnessAt(plan.music, plan, times.peaks, ducked);
  const advice = advisedGain(effect, placement.kind, music);
  const gain = placement.gain === 'advised' ? advice.gain : placement.gain;
  const kept = trimmed(placement, times, other);
  return { placement, effect, at, other, rate, semitones, ...kept, join, advice, gain };
}

const keptFacts = remembered<readonly EffectPlacement[], readonly EffectFacts[]>();
const keptOne = remembered<EffectPlacement, EffectFacts>();

/**
 * The facts of every effect of a plan whose shots, joins and phrases are given, in the order of
 * the plan, left out or not; those whose cut is gone are not among them. An effect keeps its facts
 * where nothing that they depend on has changed.
 */
export function effectFactsOf(
  plan: Plan,
  {
    shots,
    joins,
    phrases,
  }: {
    readonly shots: readonly ShotFacts[];
    readonly joins: readonly JoinFacts[];
    readonly phrases: readonly PhraseFacts[];
  },
): readonly EffectFacts[] {
  const { effectFiles, music, sounds, rate, recipes, effects } = plan;
  const ducked = duckingOf(plan, shots);
  return keptFacts(
    effects,
    [effectFiles, music, sounds, rate, shots, recipes, phrases, ducked],
    () => {
      const files = new Map(effectFiles.map((file) => [file.id, file]));
      const context = {
        plan,
        byId: new Map(shots.map((facts) => [facts.shot.id, facts])),
        phrases: new Map(phrases.map((facts) => [facts.phrase.id, facts])),
      };
      return effects.flatMap((placement): EffectFacts[] => {
        const file = files.get(placement.effect)!;
        const tied = tiedAt(placement, context, joins);
        if (!tied) return [];
        const { at, other, join } = tied;
        const places = [at.frame, at.cut, other?.frame, other?.cut];
        const inputs: unknown[] = [file, join, music, rate, ducked, ...places];
        // Between frames a sound's instant may move with its corrections or its place.
        if (at.cut === null || (other && other.cut === null)) inputs.push(sounds, effects);
        return [
          keptOne(placement, inputs, () => factsOf(plan, file, placement, { ...tied, ducked })),
        ];
      });
    },
  );
}

/**
 * Effects in use that are nowhere in the film, since what they were tied to is gone. `placed` are
 * the facts of the others.
 */
export function lostEffects({ effects }: Plan, placed: readonly EffectFacts[]): EffectPlacement[] {
  const known = new Set(placed.map(({ placement }) => placement.id));
  return effects.filter(({ id, off }) => !off && !known.has(id));
}
