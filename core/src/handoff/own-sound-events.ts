import { type Film, type ShotFacts } from '../film/index.ts';
import { constantSteps, ownSoundAt } from '../ramps/index.ts';
import { heardShot, positionAt, sampleOfSource, type HeardShot } from '../sound/index.ts';
import { frames, toNumber, type Frames, type Rational } from '../time/index.ts';

/** A stretch of the own sound of a shot at a constant speed, on whole frames of the film. */
export interface OwnSoundEvent {
  readonly facts: ShotFacts;
  readonly heard: HeardShot;
  readonly start: Frames;
  readonly end: Frames;
  /** Place in source frames that is heard at `start`; may lie between two. */
  readonly source: number;
  readonly speed: Rational;
  /** Frames by which it is heard before its picture and after it. */
  readonly lead: number;
  readonly lag: number;
  /** Frames over which it comes and goes, where that was set. */
  readonly fadeIn: number;
  readonly fadeOut: number;
}

/**
 * The own sound of a shot as events: one for each of the constant steps of its speeds at which it
 * is heard, from its lead to its lag, as far as its file goes. What is heard over a cut so that it
 * does not click is not among them.
 */
function eventsOf(facts: ShotFacts, film: Film): OwnSoundEvent[] {
  const { plan } = film;
  const heard = heardShot(facts);
  const { clip, start, length } = facts;
  if (!heard || !clip?.sound || !facts.time) return [];
  const sounding = { ...clip, sound: clip.sound };
  const inFile = (k: number) => {
    const sample = sampleOfSource(sounding, positionAt(facts, k));
    return sample >= 0 && sample <= sounding.sound.length;
  };
  const whole = plan.score?.length ?? plan.target;
  const steps = constantSteps(plan, facts);
  return steps.flatMap((step, i): OwnSoundEvent[] => {
    if (!ownSoundAt(Math.abs(toNumber(step.speed))).usable) return [];
    const [first, last] = [i === 0, i === steps.length - 1];
    let from = first ? Math.max(-heard.lead, -start) : step.from;
    let to = last ? Math.min(length + heard.lag, whole - start) : step.to;
    while (from < to && !inFile(from)) from++;
    while (to > from && !inFile(to)) to--;
    if (from >= to) return [];
    return [
      {
        ...{ facts, heard, speed: step.speed },
        start: frames(start + from),
        end: frames(start + to),
        source:
          from < step.from || first
            ? positionAt(facts, from)
            : step.sourceIn + Number(step.speed.num < 0),
        lead: Math.max(0, -from),
        lag: Math.max(0, to - length),
        fadeIn: first ? (heard.fadeIn ?? 0) : 0,
        fadeOut: last ? (heard.fadeOut ?? 0) : 0,
      },
    ];
  });
}

/** The own sound of every shot that is heard; see `eventsOf`. */
export const ownSoundEvents = (film: Film): OwnSoundEvent[] =>
  film.shots.flatMap((facts) => eventsOf(facts, film));

/** How the own sound of a shot is heard, in words; empty where it is not. */
export function ownSoundWords(facts: ShotFacts): string {
  const heard = heardShot(facts);
  if (!heard) return '';
  const { gain, lead, lag, fadeIn, fadeOut } = heard;
  return [
    `${gain.toFixed(1)} dB`,
    lead > 0 && `leads ${lead} f`,
    lag > 0 && `lags ${lag} f`,
    fadeIn !== null && `in over ${fadeIn} f`,
    fadeOut !== null && `out over ${fadeOut} f`,
  ]
    .filter(Boolean)
    .join(', ');
}
