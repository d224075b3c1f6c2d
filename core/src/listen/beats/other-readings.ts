import type { Samples } from '../../time/index.ts';
import type { Reading } from '../analysis.ts';
import type { FineLevel } from '../features/fine-level.ts';
import { STRENGTH_RATE } from '../features/onset-strength.ts';
import { barsByLikelihood, type Bars } from './bars.ts';
import { SAME_WITHIN, shared, sharedAlong, tempoOf } from './beat-lists.ts';
import type { Evidence } from './evidence.ts';
import { placed } from './placing.ts';
import type { Candidate } from './readings.ts';

/** Readings of the beats that are offered beside what was heard, and of the bars. */
const MOST_BEATS = 3;
const MOST_BARS = 3;
/** Part of the beats that must be the same for the others to differ in places. */
const SOME = 0.25;
/** How likely a reading must be to be offered in any case. */
const LIKELY = 0.02;
/** How long a reading is heard, in seconds. */
const BITE = 5;
/** How far a tempo may be off the one meant, as a part of it, and a place in the beat. */
const TEMPO_NEAR = 0.06;
const PLACE_NEAR = 0.09;

/** Where in the beats of one list those of another lie, 0 to 1, as most of them do. */
function placeIn(frames: readonly number[], other: readonly number[]): number {
  let [i, x, y] = [0, 0, 0];
  for (const at of other) {
    while (i + 2 < frames.length && frames[i + 1]! <= at) i++;
    const angle = (2 * Math.PI * (at - frames[i]!)) / (frames[i + 1]! - frames[i]!);
    [x, y] = [x + Math.cos(angle), y + Math.sin(angle)];
  }
  return (Math.atan2(y, x) / (2 * Math.PI) + 1) % 1;
}

/** How other beats differ from those that were heard, whose bars are known. */
function nameOf(
  heard: readonly number[],
  { downbeats }: Bars,
  other: readonly number[],
): Reading['as'] {
  const pace = tempoOf(other) / tempoOf(heard);
  const near = (x: number, wanted: number, reach: number) => Math.abs(x - wanted) <= reach;
  if (near(pace, 1, TEMPO_NEAR)) {
    if (shared(heard, other) >= SOME) return 'in-places';
    const place = placeIn(heard, other);
    if (near(place, 1 / 2, PLACE_NEAR)) return 'half-later';
    if (near(place, 1 / 3, PLACE_NEAR)) return 'third-later';
    if (near(place, 2 / 3, PLACE_NEAR)) return 'two-thirds-later';
  }
  if (near(pace, 2, 2 * TEMPO_NEAR)) return 'twice';
  if (near(pace, 1 / 2, TEMPO_NEAR / 2)) {
    const firsts = downbeats.map((i) => heard[i]!);
    const on = sharedAlong(firsts, other).filter((x) => x === 1).length;
    return 2 * on >= firsts.length ? 'half' : 'half-others';
  }
  if (near(pace, 3 / 2, 1.5 * TEMPO_NEAR)) return 'three-for-two';
  if (near(pace, 2 / 3, 0.67 * TEMPO_NEAR)) return 'two-for-three';
  return 'otherwise';
}

/**
 * Where two lists of frames can be told apart best by ear: most of their instants are not shared,
 * and the sound is strong. Frames.
 */
function whereTheyDiffer(
  a: readonly number[],
  b: readonly number[],
  strength: Float32Array,
): readonly [from: number, to: number] {
  const length = BITE * STRENGTH_RATE;
  const apart = new Float64Array(strength.length + 1);
  const add = (frames: readonly number[], others: readonly number[]) =>
    sharedAlong(frames, others).forEach((same, i) => {
      if (!same) apart[Math.min(strength.length, frames[i]!)]! += 1;
    });
  add(a, b);
  add(b, a);
  // Sums from the start, so that any stretch is a difference of two.
  const [different, loud] = [new Float64Array(apart.length), new Float64Array(apart.length)];
  for (let k = 0; k < strength.length; k++) {
    different[k + 1] = different[k]! + apart[k]!;
    loud[k + 1] = loud[k]! + strength[k]!;
  }
  let [best, at] = [-1, 0];
  for (let from = 0; from === 0 || from + length <= strength.length; from += STRENGTH_RATE / 2) {
    const to = Math.min(strength.length, from + length);
    const score = (different[to]! - different[from]!) * (loud[to]! - loud[from]!);
    if (score > best) [best, at] = [score, from];
  }
  // From a little before an instant on, so that the first click is not cut off.
  const first = a.find((f) => f >= at) ?? at;
  const from = Math.max(0, first - 2 * SAME_WITHIN);
  return [from, Math.min(strength.length, from + length)];
}

/**
 * The likeliest of named readings, likeliest first. Half a beat later is always among them unless
 * the others are likely too, since that is what an ear errs by most.
 */
function offeredOf<T extends Pick<Reading, 'as' | 'likelihood'>>(named: readonly T[]): T[] {
  const most = named.slice(0, MOST_BEATS);
  const later = named.find((o) => o.as === 'half-later');
  const last = most.at(-1);
  if (!later || most.includes(later) || !last || last.likelihood >= LIKELY) return most;
  return [...most.slice(0, -1), later];
}

/** How likely some of several are, among what was heard and them: all together make one. */
const amongOffered = <T extends Pick<Reading, 'likelihood'>>(
  heard: number,
  offered: readonly T[],
): T[] => {
  const all = offered.reduce((sum, { likelihood }) => sum + likelihood, heard);
  return offered.map((one) => ({ ...one, likelihood: one.likelihood / Math.max(1e-12, all) }));
};

/** What was heard of a piece, as far as other readings are made of it. */
export interface Chosen {
  readonly frames: readonly number[];
  readonly likelihood: number;
  readonly bars: readonly (Bars & { readonly likelihood: number })[];
  readonly evidence: Evidence;
  readonly fine: FineLevel;
  /** Makes a sample of the file of a time in seconds. */
  readonly sampleOf: (time: number) => Samples;
}

/**
 * Other readings of the beats among candidates with how likely they are, and of the bars of what
 * was heard; the likeliest first. What is offered is told among what is offered and was heard.
 */
export function otherReadings(
  others: readonly (Candidate & { readonly likelihood: number })[],
  { frames, likelihood, bars, evidence, fine, sampleOf }: Chosen,
): Reading[] {
  const [heard, ...turned] = bars;
  const bite = (a: readonly number[], b: readonly number[]) => {
    const [from, to] = whereTheyDiffer(a, b, evidence.strength.all);
    return { from: sampleOf(from / STRENGTH_RATE), to: sampleOf(to / STRENGTH_RATE) };
  };
  const named = others
    .filter((o) => o.frames.length >= 2)
    .map((o) => ({ ...o, as: nameOf(frames, heard!, o.frames) }))
    .toSorted((a, b) => b.likelihood - a.likelihood);
  const ofBeats = amongOffered(likelihood, offeredOf(named)).map((other): Reading => {
    const own = barsByLikelihood(other.frames, evidence)[0]!;
    const times = placed(other.frames, fine);
    return {
      as: other.as,
      likelihood: other.likelihood,
      ...bite(frames, other.frames),
      beatsPerBar: own.beatsPerBar,
      beats: times.map(sampleOf),
      bars: own.downbeats,
    };
  });
  const at = (list: readonly number[]) => list.map((i) => frames[i]!);
  const otherBars = amongOffered(heard!.likelihood, turned.slice(0, MOST_BARS));
  const ofBars = otherBars.map((other): Reading => ({
    as: 'bars',
    likelihood: other.likelihood,
    ...bite(at(heard!.downbeats), at(other.downbeats)),
    beatsPerBar: other.beatsPerBar,
    beats: null,
    bars: other.downbeats,
  }));
  return [...ofBeats, ...ofBars];
}
