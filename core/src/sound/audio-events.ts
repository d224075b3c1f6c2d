import { partsOf, type Plan, type Sound } from '../plan/index.ts';
import { type ShotFacts } from '../film/shots.ts';
import { soundsOf } from '../film/cues.ts';
import { instantOfFrame, samples, seconds, toNumber, type Seconds } from '../time/index.ts';
import type { AudioEvent, LevelPoint } from './audio-event.ts';
import { duckingOf } from './ducking.ts';
import { type EffectFacts } from './effect-facts.ts';
import { marksOf } from './effect-rate.ts';
import { handLine, linesTogether } from './level-lines.ts';
import { ownEventsOf } from './own-events.ts';

/**
 * Seconds over which two places of a file go over into one another at a splice, half on either
 * side.
 */
export const CROSSFADE = 0.03;

const PLAIN = { by: 'sample', rate: 1, semitones: 0, fade: 'even' } as const;

/** Whether two musics go over into one another: one fades while the other comes in. */
const meet = (a: number, b: number) => Math.abs(a - b) < 1e-3;

/**
 * The parts of a sound that plays through the film, up to a length in seconds; its fade ends where
 * it does or where the film does. `ducked`: levels of music under speech.
 */
function lineEvents(
  sound: Sound,
  plan: Plan,
  length: number,
  ducked: readonly LevelPoint[],
): AudioEvent[] {
  const { sampleRate } = sound.analysis;
  const place = toNumber(instantOfFrame(sound.place, plan.rate));
  const parts = partsOf(sound).filter(({ before }) => place + before / sampleRate < length);
  const final = parts.at(-1);
  const whole = {
    starts: seconds(place),
    ends: seconds(
      final ? Math.min(length, place + (final.before + final.to - final.from) / sampleRate) : place,
    ),
    ...{ fadeIn: sound.fadeIn / sampleRate, fadeOut: sound.fade / sampleRate },
  };
  return parts.map(({ from, to, before }, i): AudioEvent => {
    const at = seconds(place + before / sampleRate);
    const [first, last] = [i === 0, i === parts.length - 1];
    const half = CROSSFADE / 2;
    const timeOf = (sample: number) => at + (sample - from) / sampleRate;
    const levels = linesTogether(handLine(sound, timeOf), sound.kind === 'music' ? ducked : []);
    const { id, kind, media, fileName, gain } = sound;
    const [starts, ends] = [
      seconds(first ? at : at - half),
      seconds(last ? whole.ends : timeOf(to) + half),
    ];
    // A long fade begins in parts before the last, or goes on in those after the first.
    const reached =
      parts.length > 1 &&
      (starts < whole.starts + whole.fadeIn || ends > whole.ends - whole.fadeOut);
    return {
      ...PLAIN,
      of: kind,
      id,
      media,
      fileName,
      sampleRate,
      anchor: { sample: from, at },
      ...{ starts, ends, gain },
      fadeIn: !first ? CROSSFADE : reached ? 0 : whole.fadeIn,
      fadeOut: !last ? CROSSFADE : reached ? 0 : whole.fadeOut,
      ...(reached && { whole }),
      ...(levels.length > 0 && { levels }),
    };
  });
}

/**
 * The same events, where the end of one piece of music fades while another comes in with the power
 * of the two kept, as unlike sounds need it.
 */
function crossed(events: readonly AudioEvent[]): AudioEvent[] {
  const over = ({ whole: a, ...ending }: AudioEvent, { whole: b, ...beginning }: AudioEvent) => {
    const [{ ends, fadeOut }, { starts, fadeIn }] = [a ?? ending, b ?? beginning];
    return meet(ends - fadeOut, starts) && meet(ends, starts + fadeIn);
  };
  return events.map((event) => {
    const goesOver = events.some(
      (other) =>
        other.id !== event.id &&
        [event, other].every(({ of }) => of === 'music') &&
        (over(event, other) || over(other, event)),
    );
    return goesOver ? { ...event, fade: 'power' as const } : event;
  });
}

/**
 * Longest time over which a bed goes over into its next round, and the most of its file that may
 * take.
 */
const ROUND = { seconds: 1, part: 0.25 };

/** The rounds of a bed, each going over into the next. */
function bedEvents(
  { placement, effect, starts, ends, gain, rate }: EffectFacts,
  fade: number,
): AudioEvent[] {
  const { sampleRate, media, fileName } = effect;
  const marks = marksOf(effect, placement.reversed);
  const whole = (marks.to - marks.from) / sampleRate;
  const over = Math.min(ROUND.seconds, ROUND.part * whole);
  const events: AudioEvent[] = [];
  for (let at = starts as number; at < ends; at += whole - over) {
    const first = events.length === 0;
    const end = Math.min(ends, at + whole);
    events.push({
      ...PLAIN,
      fade: 'power',
      of: 'placement',
      id: placement.id,
      media,
      fileName,
      sampleRate,
      anchor: { sample: marks.from, at: seconds(at) },
      ...(placement.reversed && { reversed: effect.length }),
      starts: seconds(at),
      ends: seconds(end),
      rate,
      gain,
      fadeIn: Math.min(first ? fade : over, end - at),
      fadeOut: Math.min(end < ends ? over : fade, end - at),
    });
    if (end >= ends) break;
  }
  return events;
}

/** Longest time over which what is trimmed comes or goes, and the most of it that may take. */
const TRIM = { seconds: 0.25, part: 0.25 };

/** Seconds beyond what is audible of an effect that are still played. */
const TAIL = 0.1;

function effectEventsOf(facts: EffectFacts, plan: Plan): AudioEvent[] {
  const { placement, effect, at, rate, semitones, gain } = facts;
  if (placement.kind === 'bed')
    return bedEvents(facts, toNumber(instantOfFrame(placement.fade, plan.rate)));
  const onset = placement.kind === 'hit' && placement.mark === 'onset';
  const marks = marksOf(effect, placement.reversed);
  const trimmed = placement.fit === 'trimmed' && facts.other !== null;
  const [opens, closes] = [
    trimmed && placement.kind === 'riser',
    trimmed && placement.kind === 'hit',
  ];
  const part = (lasts: number) => Math.min(TRIM.seconds, TRIM.part * lasts);
  return [
    {
      of: 'placement',
      id: placement.id,
      media: effect.media,
      fileName: effect.fileName,
      sampleRate: effect.sampleRate,
      anchor: {
        sample: onset ? marks.onset : marks.peak,
        at: seconds(toNumber(at.at)),
      },
      by: onset ? 'onset' : 'peak',
      starts: seconds(facts.starts - (opens ? 0 : TAIL)),
      ends: seconds(facts.ends + (closes ? 0 : TAIL)),
      rate,
      semitones,
      gain,
      fadeIn: opens ? part(facts.peaks - facts.starts) : 0,
      fadeOut: closes ? part(facts.ends - facts.peaks) : 0,
      fade: 'even',
      ...(placement.reversed && { reversed: effect.length }),
    },
  ];
}

/** Samples a second of our click. */
export const CLICK_RATE = 48_000;

/** A click at each cut. */
const clickEvents = (shots: readonly ShotFacts[], plan: Plan): AudioEvent[] =>
  shots.slice(1).map(({ start, index }) => {
    const at = seconds(toNumber(instantOfFrame(start, plan.rate)));
    const anchor = { sample: samples(0), at };
    const file = { media: null, fileName: 'click', sampleRate: CLICK_RATE };
    return {
      ...PLAIN,
      ...file,
      of: 'click',
      id: `cut ${index}`,
      anchor,
      starts: at,
      ends: seconds(at + 0.05),
      gain: -6,
      fadeIn: 0,
      fadeOut: 0,
    };
  });

/** Length of what is heard: that of the score, or the target while there is none. Seconds. */
export const heardLength = (plan: Plan): Seconds =>
  seconds(toNumber(instantOfFrame(plan.score?.length ?? plan.target, plan.rate)));

/**
 * Everything that sounds in a plan, in the order in which it begins; effects that are left out are
 * not in it.
 */
export function audioEventsOf(
  plan: Plan,
  shots: readonly ShotFacts[],
  effects: readonly EffectFacts[],
): AudioEvent[] {
  const length = heardLength(plan);
  const ducked = duckingOf(plan, shots);
  return [
    ...crossed(soundsOf(plan).flatMap((sound) => lineEvents(sound, plan, length, ducked))),
    ...shots.flatMap((facts) => ownEventsOf(facts, plan)),
    ...effects.flatMap((facts) => (facts.placement.off ? [] : effectEventsOf(facts, plan))),
    ...clickEvents(shots, plan),
  ].sort((a, b) => a.starts - b.starts);
}
