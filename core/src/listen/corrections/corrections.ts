import { beatsPerMinute, CaesuraError, samples, type Samples } from '../../time/index.ts';
import type { Analysis, Beat, Reading } from '../analysis.ts';
import { median } from '../../numbers/index.ts';
import type { Onset } from '../cues/onsets.ts';
import { retracked } from './retrack.ts';

/**
 * One thing a person changed about the beats. Corrections are kept apart from the analysis and
 * applied in order, so that a new analysis does not lose them. Instants are samples of the file.
 * `reading` says that it came from choosing one.
 */
export type Correction =
  | { readonly do: 'double' | 'halve' }
  /** So many beats in a bar. */
  | { readonly do: 'metre'; readonly beats: number; readonly reading?: Reading['as'] | undefined }
  /** The beat nearest to it is the first of its bar. */
  | {
      readonly do: 'downbeat';
      readonly at: Samples;
      readonly reading?: Reading['as'] | undefined;
    }
  /** All beats later by so many samples, which may be negative. */
  | { readonly do: 'shift'; readonly by: number }
  /** Constant tempo: from one beat to another are so many beats, and so it goes on both ways. */
  | { readonly do: 'steady'; readonly from: Samples; readonly to: Samples; readonly beats: number }
  | { readonly do: 'move'; readonly from: Samples; readonly to: Samples }
  | { readonly do: 'add' | 'delete'; readonly at: Samples }
  /**
   * Beats given one by one, tapped or from a file, in place of those in their span; and their bars
   * where they are known.
   */
  | {
      readonly do: 'give';
      readonly beats: readonly Samples[];
      /** Indices of the beats that start a bar. */
      readonly bars?: readonly number[] | undefined;
      readonly beatsPerBar?: number | undefined;
      readonly reading?: Reading['as'] | undefined;
    }
  /** Beats looked for anew between two that stay, at so many beats. */
  | {
      readonly do: 'retrack';
      readonly from: Samples;
      readonly to: Samples;
      readonly beats: number;
    };

/** A beat that knows whether a bar starts with it. */
interface Marked extends Beat {
  readonly down: boolean;
}

interface State {
  readonly beats: readonly Marked[];
  readonly beatsPerBar: number;
}

/** Nearness, as a part of a second, within which an instant means a beat that was heard. */
const NEAR = 0.07;
/** Beats that the person set are as sure as can be. */
const GIVEN = { strength: 1, confidence: 1 };

const nearestIndex = (beats: readonly Beat[], at: number): number =>
  beats.reduce(
    (best, b, i) => (Math.abs(b.at - at) < Math.abs((beats[best]?.at ?? Infinity) - at) ? i : best),
    0,
  );

/** Bars counted from one beat both ways. */
const regrouped = (beats: readonly Marked[], anchor: number, perBar: number): Marked[] =>
  beats.map((b, i) => ({ ...b, down: (((i - anchor) % perBar) + perBar) % perBar === 0 }));

const firstDown = (beats: readonly Marked[]): number =>
  Math.max(
    0,
    beats.findIndex((b) => b.down),
  );

/**
 * A beat half-way between each two, sure only as far as both are; strength unknown there, so half
 * the weaker.
 */
function doubled({ beats, beatsPerBar }: State): State {
  const twice = beats.flatMap((beat, i): Marked[] => {
    const next = beats[i + 1];
    if (!next) return [beat];
    const between = {
      at: samples(Math.round((beat.at + next.at) / 2)),
      strength: Math.min(beat.strength, next.strength) / 2,
      confidence: Math.min(beat.confidence, next.confidence),
      down: false,
    };
    return [beat, between];
  });
  return { beats: regrouped(twice, 2 * firstDown(beats), beatsPerBar), beatsPerBar };
}

/** Every second beat, so that the first of the first bar stays. */
function halved({ beats, beatsPerBar }: State): State {
  const anchor = firstDown(beats);
  const half = beats.filter((_, i) => i % 2 === anchor % 2);
  return { beats: regrouped(half, Math.floor(anchor / 2), beatsPerBar), beatsPerBar };
}

/**
 * Moves the start of every bar so that the beat nearest to `at` starts one; bars cut short stay so.
 */
function turned({ beats, beatsPerBar }: State, at: Samples): State {
  const wanted = nearestIndex(beats, at);
  const downs = beats.flatMap((b, i) => (b.down ? [i] : []));
  const before =
    downs.findLast((i) => i <= wanted) ??
    (downs[0] ?? 0) - beatsPerBar * Math.ceil(((downs[0] ?? 0) - wanted) / beatsPerBar);
  const by = wanted - before;
  const starts = new Set([(downs[0] ?? 0) - beatsPerBar, ...downs].map((i) => i + by));
  return { beats: beats.map((b, i) => ({ ...b, down: starts.has(i) })), beatsPerBar };
}

/**
 * Beats at new instants in place of those in their span, or of all. Unless it is said which start a
 * bar, a bar starts with the one nearest to where one did; where the new ones run at another pace,
 * bars are counted anew.
 */
function given(
  { beats, beatsPerBar }: State,
  instants: readonly Samples[],
  whole: boolean,
  bars?: readonly number[],
): State {
  if (instants.length < 2) return { beats, beatsPerBar };
  const interval = median(instants.slice(1).map((t, i) => t - instants[i]!));
  const [from, to] = whole
    ? [-Infinity, Infinity]
    : [instants[0]! - interval / 2, instants.at(-1)! + interval / 2];
  const old = beats.filter((b) => b.at >= from && b.at <= to);
  const oldInterval =
    old.length > 1 ? median(old.slice(1).map((b, i) => b.at - old[i]!.at)) : interval;
  const fresh = instants.map((at): Marked => ({ at, ...GIVEN, down: false }));
  const samePace = Math.abs(interval / oldInterval - 1) < 0.2;
  const downs = old.filter((b) => b.down);
  const anchor = downs.length > 0 ? nearestIndex(fresh, downs[0]!.at) : 0;
  const starts = new Set(bars ?? (samePace ? downs.map((b) => nearestIndex(fresh, b.at)) : []));
  const grouped =
    bars || starts.size > 0
      ? fresh.map((b, i) => ({ ...b, down: starts.has(i) }))
      : regrouped(fresh, anchor, beatsPerBar);
  return {
    beats: [...beats.filter((b) => b.at < from), ...grouped, ...beats.filter((b) => b.at > to)],
    beatsPerBar,
  };
}

/** Instants of constant tempo through two beats over a file of a length. */
function steadyInstants(from: Samples, to: Samples, count: number, length: number): Samples[] {
  const interval = (to - from) / count;
  const first = Math.ceil(-from / interval);
  const last = Math.floor((length - 1 - from) / interval);
  return Array.from({ length: last - first + 1 }, (_, i) =>
    samples(Math.round(from + (first + i) * interval)),
  );
}

function changed(
  state: State,
  correction: Correction,
  analysis: Analysis,
  onsets: readonly Onset[],
): State {
  const { beats, beatsPerBar } = state;
  const tolerance = NEAR * analysis.sampleRate;
  const inside = (at: number) =>
    samples(Math.min(analysis.length - 1, Math.max(0, Math.round(at))));
  const place = (at: Samples): State => {
    if (beats.some((b) => b.at === at)) return state;
    return {
      beats: [...beats, { at, ...GIVEN, down: beats.length === 0 }].toSorted((a, b) => a.at - b.at),
      beatsPerBar,
    };
  };
  switch (correction.do) {
    case 'double':
      return doubled(state);
    case 'halve':
      return halved(state);
    case 'metre':
      return {
        beats: regrouped(beats, firstDown(beats), correction.beats),
        beatsPerBar: correction.beats,
      };
    case 'downbeat':
      return turned(state, correction.at);
    case 'shift':
      return {
        beats: beats
          .map((b) => ({ ...b, at: samples(b.at + Math.round(correction.by)) }))
          .filter((b) => b.at >= 0 && b.at < analysis.length),
        beatsPerBar,
      };
    case 'steady':
      return given(
        state,
        steadyInstants(correction.from, correction.to, correction.beats, analysis.length),
        true,
      );
    case 'add':
      return place(inside(correction.at));
    case 'delete': {
      const i = nearestIndex(beats, correction.at);
      if (!beats[i] || Math.abs(beats[i].at - correction.at) > tolerance) return state;
      const rest = beats.filter((_, k) => k !== i);
      // The bar starts with what follows.
      return {
        beats: rest.map((b, k) => (k === i && beats[i]!.down ? { ...b, down: true } : b)),
        beatsPerBar,
      };
    }
    case 'move': {
      const i = nearestIndex(beats, correction.from);
      if (!beats[i] || Math.abs(beats[i].at - correction.from) > tolerance)
        return place(inside(correction.to));
      const moved = beats.map((b, k) =>
        k === i ? { ...b, ...GIVEN, at: inside(correction.to) } : b,
      );
      return { beats: moved.toSorted((a, b) => a.at - b.at), beatsPerBar };
    }
    case 'give':
      return given(
        { beats, beatsPerBar: correction.beatsPerBar ?? beatsPerBar },
        correction.beats.map(inside),
        false,
        correction.bars,
      );
    case 'retrack':
      return given(
        state,
        retracked({ ...correction, count: correction.beats }, onsets, analysis.sampleRate),
        false,
      );
  }
}

/**
 * The analysis as the person wants it: every correction applied in order. Without corrections the
 * very same.
 */
export function corrected(
  analysis: Analysis,
  corrections: readonly Correction[],
  onsets: readonly Onset[] = [],
): Analysis {
  if (corrections.length === 0) return analysis;
  const downs = new Set(analysis.downbeats);
  let state: State = {
    beats: analysis.beats.map((b, i) => ({ ...b, down: downs.has(i) })),
    beatsPerBar: analysis.beatsPerBar,
  };
  for (const correction of corrections) state = changed(state, correction, analysis, onsets);
  const { beats } = state;
  const span = Math.min(8, beats.length - 1);
  const intervals = span > 0 ? beats.slice(span).map((b, i) => (b.at - beats[i]!.at) / span) : [];
  return {
    ...analysis,
    beats: beats.map(({ at, strength, confidence }) => ({ at, strength, confidence })),
    downbeats: beats.flatMap((b, i) => (b.down ? [i] : [])),
    beatsPerBar: state.beatsPerBar,
    tempo:
      intervals.length > 0 ? beatsPerMinute((60 * analysis.sampleRate) / median(intervals)) : null,
    confidence: beats.length > 0 ? median(beats.map((b) => b.confidence)) : 0,
  };
}

/** Most steps of doubling or halving from what was heard. */
export const LEVEL_LIMIT = 2;

/** How often the beats are doubled more than halved. */
export const levelOf = (corrections: readonly Correction[]): number =>
  corrections.reduce((level, c) => level + (c.do === 'double' ? 1 : c.do === 'halve' ? -1 : 0), 0);

/** Refuses a correction that cannot be done to a file of a length. */
function checkCorrection(correction: Correction, length: Samples): void {
  const refuse = (message: string, mend: string) =>
    new CaesuraError('bad-correction', message, mend);
  switch (correction.do) {
    case 'metre':
      if (!Number.isInteger(correction.beats) || correction.beats < 2 || correction.beats > 12)
        throw refuse(`A bar cannot have ${correction.beats} beats.`, 'Give 2 to 12.');
      return;
    case 'steady':
    case 'retrack': {
      const { from, to, beats } = correction;
      if (!(from < to) || !Number.isInteger(beats) || beats < 1)
        throw refuse(
          'Two beats, one after the other, are needed.',
          'Mark the earlier first and count at least one beat.',
        );
      if ((to - from) / beats < length / 200_000)
        throw refuse(
          'That would be more beats than can be kept.',
          'Count fewer beats between the two.',
        );
      return;
    }
    case 'give':
      if (correction.beats.length < 2)
        throw refuse('One beat gives no tempo.', 'Tap, or give, at least two.');
      return;
    default:
  }
}

/**
 * Corrections with one more at the end; doubling after halving, or the other way round, cancels,
 * and shifts that follow one another are one. Throws when it cannot be done to a file of a length.
 */
export function withCorrection(
  corrections: readonly Correction[],
  correction: Correction,
  length: Samples,
): Correction[] {
  checkCorrection(correction, length);
  const last = corrections.at(-1);
  const before = corrections.slice(0, -1);
  switch (correction.do) {
    case 'double':
    case 'halve':
      if (last?.do === (correction.do === 'double' ? 'halve' : 'double')) return before;
      if (Math.abs(levelOf([...corrections, correction])) > LEVEL_LIMIT)
        throw new CaesuraError(
          'bad-correction',
          `The beats cannot be ${correction.do}d more than twice.`,
          'Choose a pace of more or fewer beats instead.',
        );
      return [...corrections, correction];
    case 'metre':
      return [...(last?.do === 'metre' ? before : corrections), correction];
    case 'shift': {
      if (last?.do !== 'shift') return [...corrections, correction];
      const by = last.by + correction.by;
      return by === 0 ? before : [...before, { do: 'shift', by }];
    }
    default:
      return [...corrections, correction];
  }
}
