import { faultsOf, type Fault } from '../../faults/index.ts';
import { filmOf, type Cue, type EventMark, type Film } from '../../film/index.ts';
import { median } from '../../numbers/median.ts';
import type { Plan } from '../../plan/index.ts';
import {
  CaesuraError,
  instantOfFrame,
  plural,
  sameRate,
  toNumber,
  type CutIndex,
} from '../../time/index.ts';
import { cutOffsets, type AuditedCut } from './cut-offsets.ts';
import { pacingOf, type Pacing } from './pacing.ts';
import { isSeenCut } from './seen-cuts.ts';
import { shownAgain, type ShownAgain } from './shown-again.ts';
import { systematicOffset, systematicWords, type SystematicOffset } from './systematic-offset.ts';

/** A film against its music: what its cuts, its events and its sources say. */
export interface Audit {
  readonly cuts: readonly AuditedCut[];
  /** Cuts within half a frame of a beat. */
  readonly onBeats: number;
  /** Cuts on the half of a beat in a run of short shots. */
  readonly onHalves: readonly CutIndex[];
  /** What is common to all cuts; null of few. */
  readonly systematic: SystematicOffset | null;
  readonly pacing: Pacing;
  /** Events of the clips that miss a cue by a little. */
  readonly misses: readonly EventMark[];
  readonly again: readonly ShownAgain[];
  /** Faults of the plan but those that are looked at here. */
  readonly faults: readonly Fault[];
  /** What is to be said of the whole, the most important first. */
  readonly words: readonly string[];
}

/** A cut is on a beat where no frame is nearer. */
const ON = 0.5 + 1e-6;
/** Most frames by which an event misses its cue by a little. */
const LITTLE = 4;

/** The events that are seen a little beside a cue. */
const missesOf = ({ events }: Film): EventMark[] =>
  events.filter(
    ({ state, cue, frame }) =>
      state === 'beside' && cue !== null && Math.abs(cue.frame - frame) <= LITTLE,
  );

/** Most of a beat that a shot of a run lasts which is cut on its halves. */
const OF_RUN = 0.75;

/**
 * The cuts on the half of a beat, or as far from it as all cuts are from their beats, beside a shot
 * that is shorter than a beat. `common`: frames by which all are late.
 */
function onHalvesOf({ plan, beats, partBeats, joins }: Film, common: number): CutIndex[] {
  const rate = toNumber(plan.rate);
  const placesOf = (cues: readonly Cue[]) => cues.map(({ at }) => toNumber(at) * rate);
  const halves = placesOf(partBeats.filter(({ kind }) => kind === 'half-beat'));
  const times = placesOf(beats);
  const beat = median(times.slice(1).map((at, i) => at - times[i]!));
  return joins.flatMap(({ cut, frame, out, into }) => {
    const isShort = Math.min(out.length, into.length) <= OF_RUN * beat;
    return isShort && halves.some((at) => Math.abs(at + common - frame) <= 2 * ON) ? [cut] : [];
  });
}

/** What of the offsets of all cuts is to be said. */
function beatWords(cuts: readonly AuditedCut[], onBeats: number, onHalves: number): string[] {
  const known = cuts.filter(({ fromBeat }) => fromBeat).length;
  if (known === 0) return ['There are no beats to hold the cuts against: add the music in Listen.'];
  return [
    `${onBeats} of ${plural(known, 'cut')} ${onBeats === 1 ? 'is' : 'are'} on a beat, to the nearest frame (${Math.round((100 * onBeats) / known)} %).`,
    ...(onHalves > 0
      ? [
          `${plural(onHalves, 'cut')} ${onHalves === 1 ? 'is' : 'are'} on the half of a beat, in runs of short shots.`,
        ]
      : []),
  ];
}

/** What of the clips is to be said. */
function clipWords({ plan, shots, joins }: Film, again: readonly ShownAgain[]): string[] {
  const rates = new Set(
    shots.flatMap(({ clip }) => (clip && !sameRate(clip.rate, plan.rate) ? [clip.id] : [])),
  );
  const through = joins.filter((join) => !isSeenCut(join)).length;
  return [
    ...(through > 0
      ? [
          `${plural(through, 'cut')} ${through === 1 ? 'goes' : 'go'} on with the same pictures: not seen as ${through === 1 ? 'one' : 'cuts'}, and not counted.`,
        ]
      : []),
    ...(rates.size > 0
      ? [
          `${plural(rates.size, 'clip')} ${rates.size === 1 ? 'has' : 'have'} another rate than the film.`,
        ]
      : []),
    ...(again.length > 0
      ? [
          `${plural(again.length, 'shot')} ${again.length === 1 ? 'shows' : 'show'} pictures that were shown before.`,
        ]
      : []),
  ];
}

/**
 * Holds a film that is cut against its music and its clips. Throws when it has no cuts. Works on
 * any plan; a film that was read is one.
 */
export function auditOf(plan: Plan): Audit {
  const film = filmOf(plan);
  if (film.joins.length === 0)
    throw new CaesuraError(
      'no-score',
      'There are no cuts to hold against the music.',
      'Read a film, or lay one out.',
    );
  const cuts = cutOffsets(film);
  const near = cuts.flatMap(({ cut, frame, fromBeat }) =>
    fromBeat
      ? [{ cut, frames: fromBeat.frames, at: toNumber(instantOfFrame(frame, plan.rate)) }]
      : [],
  );
  const onBeats = near.filter(({ frames }) => Math.abs(frames) <= ON).length;
  const common = systematicOffset(near)?.frames ?? 0;
  const halves = new Set(film.beats.length > 1 ? onHalvesOf(film, common) : []);
  const off = ({ cut, frames }: (typeof near)[number]) => Math.abs(frames) > ON && halves.has(cut);
  const onHalves = near.filter(off).map(({ cut }) => cut);
  const systematic = systematicOffset(near.filter((one) => !off(one)));
  const pacing = pacingOf(film);
  const again = shownAgain(film.shots);
  const misses = missesOf(film);
  return {
    ...{ cuts, onBeats, onHalves, systematic, pacing, misses, again },
    faults: faultsOf(plan),
    words: [
      ...beatWords(cuts, onBeats, onHalves.length),
      ...(systematic ? systematicWords(systematic) : []),
      ...pacing.arc,
      ...(misses.length > 0
        ? [
            `${plural(misses.length, 'event')} of the clips ${misses.length === 1 ? 'misses' : 'miss'} a cue by up to ${LITTLE} frames.`,
          ]
        : []),
      ...clipWords(film, again),
    ],
  };
}

/** Frames within which cuts are looked for at least, when nothing else is said. */
const LEAST_REACH = 3;

/**
 * Frames within which cuts are usually moved to their cues: a few, and where all are off alike as
 * far as that, with a frame about it.
 */
export const usualReach = ({ systematic }: Audit): number =>
  Math.max(LEAST_REACH, Math.ceil(Math.abs(systematic?.frames ?? 0)) + 1);
