import { CaesuraError, type GivenSeconds } from '../../time/index.ts';
import type { BeatEntries } from './entry.ts';

/**
 * The tempo map of a Standard MIDI File (“Standard MIDI Files 1.0”, MIDI Association): from each
 * tick on, a quarter note lasts so many microseconds, and a bar so many beats.
 */
export interface TempoChange {
  readonly tick: number;
  readonly microsecondsPerQuarter: number;
}

/** A time signature: bars of `numerator` notes, each the `denominator`th part of a whole note. */
export interface Signature {
  readonly tick: number;
  readonly numerator: number;
  readonly denominator: number;
}

/** Half a second, the value of the standard where a file says nothing: 120 quarters a minute. */
export const DEFAULT_TEMPO = 500_000;
/** Most beats that are read: more than four hours of the fastest music. */
const MOST_BEATS = 200_000;
/** Longest quarter note that three bytes can tell. */
const SLOWEST = 0xffffff;

/** Seconds at a tick, by tempo changes in ascending order. */
export function secondsAtTick(
  tick: number,
  changes: readonly TempoChange[],
  ticksPerQuarter: number,
): number {
  let [micros, from, tempo] = [0, 0, DEFAULT_TEMPO];
  for (const change of changes) {
    if (change.tick >= tick) break;
    micros += (change.tick - from) * tempo;
    [from, tempo] = [change.tick, change.microsecondsPerQuarter];
  }
  return (micros + (tick - from) * tempo) / ticksPerQuarter / 1e6;
}

/** Tick nearest to a time in seconds, by tempo changes in ascending order. */
export function tickAtSeconds(
  seconds: GivenSeconds,
  changes: readonly TempoChange[],
  ticksPerQuarter: number,
): number {
  let [start, from, tempo] = [0, 0, DEFAULT_TEMPO];
  for (const change of changes) {
    const at = start + ((change.tick - from) * tempo) / ticksPerQuarter / 1e6;
    if (at > seconds) break;
    [start, from, tempo] = [at, change.tick, change.microsecondsPerQuarter];
  }
  return Math.round(from + ((seconds - start) * 1e6 * ticksPerQuarter) / tempo);
}

/**
 * Ticks of a beat: the note of the denominator, or three of them where eighths come in threes (6/8,
 * 9/8, 12/8).
 */
const beatTicks = (
  { numerator, denominator }: Signature,
  ticksPerQuarter: number,
): { ticks: number; beats: number } => {
  const note = (4 * ticksPerQuarter) / denominator;
  const inThrees = denominator >= 8 && numerator > 3 && numerator % 3 === 0;
  return inThrees ? { ticks: 3 * note, beats: numerator / 3 } : { ticks: note, beats: numerator };
};

/**
 * The beats of a tempo map from its start to a tick, that tick included, but no later than `lasts`
 * seconds. Throws when there are more than can be.
 */
export function beatsOfMap(
  changes: readonly TempoChange[],
  signatures: readonly Signature[],
  ticksPerQuarter: number,
  { endTick, lasts }: { readonly endTick: number; readonly lasts: number },
): BeatEntries {
  const common: Signature = { tick: 0, numerator: 4, denominator: 4 };
  const all = signatures[0]?.tick === 0 ? signatures : [common, ...signatures];
  const at: number[] = [];
  const bars: number[] = [];
  const metres = new Map<number, number>();
  const end = Math.min(endTick, tickAtSeconds(lasts, changes, ticksPerQuarter));
  all.forEach((signature, i) => {
    const { ticks, beats } = beatTicks(signature, ticksPerQuarter);
    const until = all[i + 1]?.tick ?? end + 1;
    for (let beat = 0; signature.tick + beat * ticks < Math.min(until, end + 1); beat++) {
      if (at.length === MOST_BEATS)
        throw new CaesuraError(
          'bad-midi',
          `The tempo map holds more than ${MOST_BEATS} beats.`,
          'Write the file again with the tempo of the music.',
        );
      if (beat % beats === 0) bars.push(at.length);
      at.push(signature.tick + beat * ticks);
      metres.set(beats, (metres.get(beats) ?? 0) + 1);
    }
  });
  const [beatsPerBar] = [...metres].reduce((most, m) => (m[1] > most[1] ? m : most), [4, 0]);
  return { at: secondsOfTicks(at, changes, ticksPerQuarter), bars, beatsPerBar };
}

/** Seconds at ascending ticks. */
function secondsOfTicks(
  ticks: readonly number[],
  changes: readonly TempoChange[],
  ticksPerQuarter: number,
): number[] {
  let [micros, from, tempo, next] = [0, 0, DEFAULT_TEMPO, 0];
  return ticks.map((tick) => {
    for (; next < changes.length && changes[next]!.tick < tick; next++) {
      micros += (changes[next]!.tick - from) * tempo;
      [from, tempo] = [changes[next]!.tick, changes[next]!.microsecondsPerQuarter];
    }
    return (micros + (tick - from) * tempo) / ticksPerQuarter / 1e6;
  });
}

/** A tempo map that has its quarter notes on given beats. */
export interface BeatMap {
  readonly changes: readonly TempoChange[];
  readonly signatures: readonly Signature[];
  /** Tick of the last beat. */
  readonly endTick: number;
}

/**
 * Notes that a beat may be written as, in quarters: longer ones for beats that no quarter note
 * lasts for.
 */
const NOTES = [1, 2, 4] as const;

/**
 * Quarters that a beat is written as which lasts so many microseconds; one of more than four has
 * beats of its own inside.
 */
const quartersFor = (micros: number): number =>
  NOTES.find((n) => micros <= n * SLOWEST) ?? Math.ceil(micros / SLOWEST);

/** Beats under one signature: from one of them on, so many. */
interface Group {
  readonly from: number;
  readonly beats: number;
  readonly quarters: number;
}

/** Parts a bar where a beat is written as a longer note than the others. */
function partedBar({ from, beats }: Omit<Group, 'quarters'>, quarters: readonly number[]): Group[] {
  const groups: Group[] = [];
  for (let i = from; i < from + beats; i++) {
    const here = quarters[i] ?? 1;
    const last = groups.at(-1);
    if (last && last.quarters === 1 && here === 1)
      groups[groups.length - 1] = { ...last, beats: last.beats + 1 };
    else groups.push({ from: i, beats: 1, quarters: here });
  }
  return groups;
}

/**
 * The signature of some beats: of quarters, of one longer note, or of as many quarters as a very
 * long one takes.
 */
function signatureOf({ beats, quarters }: Group, tick: number): Signature {
  if (quarters === 1) return { tick, numerator: beats, denominator: 4 };
  return quarters <= 4
    ? { tick, numerator: 1, denominator: 4 / quarters }
    : { tick, numerator: Math.min(255, quarters), denominator: 4 };
}

/**
 * The tempo map of beats: each lasts a quarter note, or a half or whole one where it is longer than
 * a quarter can be (three bytes of microseconds, 16.8 s), its tempo rounded so that the error never
 * adds up. What comes before the first beat is one bar of its own, so that bars start where they
 * do; after a beat of a longer note a bar begins anew.
 */
export function mapOfBeats(
  { at, bars, beatsPerBar }: BeatEntries,
  ticksPerQuarter: number,
): BeatMap {
  const [first, second] = at;
  if (first === undefined || second === undefined)
    return { changes: [], signatures: [], endTick: 0 };
  const before =
    first * 1e6 < 1 ? 0 : Math.min(255, Math.max(1, Math.round(first / (second - first))));
  const instants = [...Array.from({ length: before }, (_, i) => (first * i) / before), ...at];
  const changes: TempoChange[] = [];
  const quarters: number[] = [];
  const ticks: number[] = [0];
  let micros = 0;
  for (const until of instants.slice(1)) {
    const lasts = Math.max(1, Math.round(until * 1e6) - micros);
    const count = quartersFor(lasts);
    const tempo = Math.min(SLOWEST, Math.max(1, Math.round(lasts / count)));
    if (changes.at(-1)?.microsecondsPerQuarter !== tempo)
      changes.push({ tick: ticks.at(-1)!, microsecondsPerQuarter: tempo });
    micros += count * tempo;
    quarters.push(count);
    ticks.push(ticks.at(-1)! + count * ticksPerQuarter);
  }
  const lengths = [
    ...(before > 0 ? [{ from: 0, beats: before }] : []),
    ...(bars[0] !== 0 ? [{ from: before, beats: bars[0] ?? beatsPerBar }] : []),
    ...bars.map((bar, i) => ({
      from: before + bar,
      beats: (bars[i + 1] ?? bar + beatsPerBar) - bar,
    })),
  ];
  const tickOf = (beat: number): number =>
    ticks[beat] ?? ticks.at(-1)! + (beat - ticks.length + 1) * ticksPerQuarter;
  const signatures = lengths
    .flatMap((bar) => partedBar(bar, quarters))
    .map((group) => signatureOf(group, tickOf(group.from)))
    .filter(
      ({ numerator, denominator }, i, all) =>
        numerator !== all[i - 1]?.numerator || denominator !== all[i - 1]?.denominator,
    );
  return { changes, signatures, endTick: ticks.at(-1)! };
}
