import { median } from '../../core/src/numbers/index.ts';
import { fMeasure, matched } from '../../core/src/testing/beat-measures.ts';

/**
 * Measures of beat tracking after Davies, Degara and Plumbley, “Evaluation methods for musical
 * audio beat tracking algorithms” (2009), from memory.
 */

const mean = (values: readonly number[]): number =>
  values.reduce((a, x) => a + x, 0) / values.length;

/** Index of the reference nearest to a time. */
function nearestIndex(reference: readonly number[], at: number): number {
  let best = 0;
  reference.forEach((t, i) => {
    if (Math.abs(t - at) < Math.abs(reference[best]! - at)) best = i;
  });
  return best;
}

/** How far a beat may lie off, and its interval differ, as a part of the interval. */
const CONTINUITY_TOLERANCE = 0.175;

/**
 * Share of beats that are right together with the one before: each within 17.5 % of an interval of
 * its reference, the one before likewise of the reference before, and the intervals alike. Each
 * reference counts once.
 */
export function continuity(reference: readonly number[], found: readonly number[]): number {
  if (reference.length < 2 || found.length < 2) return 0;
  const used = new Set<number>();
  const close = (difference: number, interval: number) =>
    Math.abs(difference) < CONTINUITY_TOLERANCE * interval;
  const right = found.filter((at, i) => {
    const j = nearestIndex(reference, at);
    if (used.has(j)) return false;
    const interval = j > 0 ? reference[j]! - reference[j - 1]! : reference[1]! - reference[0]!;
    const before = i > 0 ? at - found[i - 1]! : found[1]! - found[0]!;
    // The first has none before it, so that the interval after it may serve.
    const after = i + 1 < found.length ? found[i + 1]! - at : before;
    const first = i === 0 || j === 0;
    const alike =
      close(before - interval, interval) || (first && close(after - interval, interval));
    const led = first || close(found[i - 1]! - reference[j - 1]!, interval);
    if (!(close(at - reference[j]!, interval) && alike && led)) return false;
    used.add(j);
    return true;
  });
  return right.length / Math.max(reference.length, found.length);
}

/**
 * The reference at the levels that are also accepted: as it is, off-beat, twice and half (odd and
 * even) as fast.
 */
export function levels(reference: readonly number[]): number[][] {
  const double = reference.flatMap((t, i) =>
    i + 1 < reference.length ? [t, (t + reference[i + 1]!) / 2] : [t],
  );
  const every = (list: readonly number[], parity: number) =>
    list.filter((_, i) => i % 2 === parity);
  return [[...reference], every(double, 1), double, every(reference, 0), every(reference, 1)];
}

/** Truth about a piece; times in seconds. */
export interface Truth {
  readonly file: string;
  readonly category: string;
  readonly duration: number;
  readonly tempo: number | null;
  readonly beats: readonly number[];
  readonly downbeats: readonly number[] | null;
  readonly onsets: {
    readonly all?: readonly number[];
    readonly kick?: readonly number[];
    readonly snare?: readonly number[];
  } | null;
  /** Words, hits, starts and peaks of rises, starts and ends of pauses, sections and drops. */
  readonly cues?: readonly { readonly t: number; readonly kind: string }[];
  /** What it is, where a script made it: the tune or the file of grooves that it is on. */
  readonly about?: { readonly style?: string };
}

/** What was found in it. */
export interface Found {
  readonly tempo: number | null;
  readonly beats: readonly { readonly time: number; readonly confidence: number }[];
  readonly downbeats: readonly number[];
  readonly onsets: readonly number[];
  /** Beats of the readings that are offered, what was heard among them. */
  readonly readings: readonly (readonly number[])[];
  /** Beats that each ear follows by itself. */
  readonly made: readonly number[];
  readonly learned: readonly number[];
  /** By the kinds of the truth's cues. */
  readonly cues: Readonly<Record<string, readonly number[]>>;
}

/** Kinds of cues, the name of their measure and how near they must be, in seconds. */
const CUES = [
  ['word', 'word F 50 ms', 0.05],
  ['hit', 'hit F 25 ms', 0.025],
  ['riser_start', 'rise start F 250 ms', 0.25],
  ['riser_peak', 'rise peak F 50 ms', 0.05],
  ['pause_start', 'pause start F 50 ms', 0.05],
  ['section', 'section F 100 ms', 0.1],
  ['drop', 'drop F 100 ms', 0.1],
] as const;

const withinFourPercent = (found: number | null, wanted: number): boolean =>
  found !== null && Math.abs(found / wanted - 1) <= 0.04;

/** Confidence from which a beat is offered as trustworthy. */
export const TRUSTWORTHY = 0.5;

/** All measures of one piece; those that do not apply are left out. */
export function measured(truth: Truth, found: Found): Record<string, number> {
  const beats = found.beats.map((b) => b.time);
  const result: Record<string, number> = {};
  if (truth.beats.length > 0) {
    const errors = matched(truth.beats, beats, 0.07).map(([r, f]) => (f - r) * 1000);
    Object.assign(result, {
      'F 70 ms': fMeasure(truth.beats, beats),
      'F 20 ms': fMeasure(truth.beats, beats, 0.02),
      'F 70 ms, best reading': Math.max(...found.readings.map((r) => fMeasure(truth.beats, r))),
      'F 70 ms, rules alone': fMeasure(truth.beats, found.made),
      'F 70 ms, learned alone': fMeasure(truth.beats, found.learned),
      AMLt: Math.max(...levels(truth.beats).map((level) => continuity(level, beats))),
      'error ms': median(errors),
      'abs error ms': median(errors.map(Math.abs)),
    });
    if (truth.tempo) {
      result['tempo'] = Number(withinFourPercent(found.tempo, truth.tempo));
      result['tempo, octaves'] = Number(
        [1, 2, 1 / 2, 3, 1 / 3].some((k) => withinFourPercent(found.tempo, truth.tempo! * k)),
      );
    }
    if (truth.downbeats) result['downbeat F'] = fMeasure(truth.downbeats, found.downbeats);
  } else if (truth.category === 'nobeat')
    result['false beats/min'] =
      found.beats.filter((b) => b.confidence >= TRUSTWORTHY).length / (truth.duration / 60);
  const { all, kick, snare } = truth.onsets ?? {};
  if (all && all.length > 0) {
    result['onset F 50 ms'] = fMeasure(all, found.onsets, 0.05);
    result['onset F 25 ms'] = fMeasure(all, found.onsets, 0.025);
    const recall = (times: readonly number[]) =>
      matched(times, found.onsets, 0.025).length / times.length;
    if (kick) result['kick recall'] = recall(kick);
    if (snare) result['snare recall'] = recall(snare);
  }
  for (const [kind, name, tolerance] of CUES) {
    const times = truth.cues?.filter((c) => c.kind === kind).map((c) => c.t) ?? [];
    if (times.length > 0) result[name] = fMeasure(times, found.cues[kind] ?? [], tolerance);
  }
  return result;
}

/** Names of the measures in the order they are shown. */
export const MEASURES: readonly string[] = [
  'F 70 ms',
  'F 20 ms',
  'F 70 ms, best reading',
  'F 70 ms, rules alone',
  'F 70 ms, learned alone',
  'AMLt',
  'tempo',
  'tempo, octaves',
  'downbeat F',
  'error ms',
  'abs error ms',
  'onset F 50 ms',
  'onset F 25 ms',
  'kick recall',
  'snare recall',
  'false beats/min',
  ...CUES.map(([, name]) => name),
];

/**
 * The mean of each measure over pieces, of errors the median; measures that no piece has are left
 * out.
 */
export function summary(pieces: readonly Record<string, number>[]): Record<string, number> {
  const result: Record<string, number> = {};
  for (const name of MEASURES) {
    const values = pieces
      .map((p) => p[name])
      .filter((x): x is number => x !== undefined && Number.isFinite(x));
    if (values.length > 0) result[name] = name.includes('error') ? median(values) : mean(values);
  }
  return result;
}

/** A claim of a confidence, and whether it came true. */
export interface Claim {
  readonly confidence: number;
  readonly right: boolean;
}

/**
 * Claims of times with confidences against the truth: right within a tolerance, each truth once.
 */
export function claims(
  truth: readonly number[],
  found: readonly { readonly time: number; readonly confidence: number }[],
  tolerance: number,
): Claim[] {
  const hit = new Set(
    matched(
      truth,
      found.map((f) => f.time),
      tolerance,
    ).map(([, time]) => time),
  );
  return found.map(({ time, confidence }) => ({ confidence, right: hit.has(time) }));
}

/**
 * Of claims whose confidence lies in each fifth of 0 to 1: how many there are and which part of
 * them is right.
 */
export function reliability(
  all: readonly Claim[],
): { readonly count: number; readonly right: number }[] {
  return [0, 1, 2, 3, 4].map((fifth) => {
    const inside = all.filter((c) => Math.min(4, Math.floor(c.confidence * 5)) === fifth);
    return { count: inside.length, right: inside.filter((c) => c.right).length / inside.length };
  });
}
