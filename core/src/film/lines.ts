import { filmOf } from './film.ts';
import {
  frameShownAt,
  instantOfFrame,
  rational,
  seconds,
  toNumber,
  type Frames,
  type Seconds,
  type GivenSeconds,
} from '../time/index.ts';
import { correctedBeats } from './sound-cues.ts';
import type { Plan, Sound } from '../plan/index.ts';

/** Bars on one line of a score. */
export const BARS_A_LINE = 4;
/** Length of a line where there are no bars. */
const PLAIN_LINE = 8;
/** Lines are a drawing, so a film of a day without bars must not make endless ones. */
const MOST_LINES = 20_000;
/**
 * Part of a bar under which what is left at the end gets no bar of its own: it is only rounding.
 */
const SLIVER = 0.02;

/**
 * One line of a score: a stretch of time drawn from the left margin. For drawing only; no frame is
 * decided by it.
 */
export interface Line {
  readonly from: Seconds;
  readonly to: Seconds;
  /** Time that the full width stands for; more than `to − from` on a line that is not full. */
  readonly span: Seconds;
  /** Number of the first bar that starts on it, or null before the first bar and without bars. */
  readonly bar: number | null;
  /** Starts of the bars on the line, each at its place. */
  readonly bars: readonly Seconds[];
}

/**
 * Bar starts continued at the last bar's length up to `to`, so that lines go on where the music has
 * ended.
 */
function continued(bars: readonly number[], to: number): number[] {
  const all = bars.filter((b) => b < to);
  const length = bars.length > 1 ? bars.at(-1)! - bars.at(-2)! : 0;
  while (length > 0 && all.length > 0 && all.at(-1)! + length < to) all.push(all.at(-1)! + length);
  return all;
}

/**
 * Divides the time from `from` to `to` into lines of `barsALine` bars. `barStarts` ascend;
 * `firstBar` is the number of the first. Time before the first bar goes on its line when it is no
 * longer than a bar, else on lines of its own. Without bars a line is 8 seconds.
 */
export function linesOf(
  barStarts: readonly GivenSeconds[],
  from: GivenSeconds,
  to: GivenSeconds,
  { firstBar = 1, barsALine = BARS_A_LINE } = {},
): Line[] {
  const gaps = barStarts.slice(1).map((b, i) => b - barStarts[i]!);
  const usualBar = gaps.toSorted((a, b) => a - b)[gaps.length >> 1] ?? PLAIN_LINE / BARS_A_LINE;
  const starts = barStarts.filter((b) => b >= from);
  const bars = continued(starts, to).filter((b) => b < to - SLIVER * usualBar);
  const lead = bars.length > 0 ? bars[0]! - from : to - from;
  const edges: number[] = [from];
  if (bars.length === 0 || lead > 1.01 * usualBar) {
    const plain = Math.max(
      bars.length > 0 ? barsALine * usualBar : (PLAIN_LINE * barsALine) / BARS_A_LINE,
      (to - from) / MOST_LINES,
    );
    for (let k = 1; k * plain < lead - 1e-6; k++) edges.push(from + k * plain);
    if (bars.length > 0) edges.push(bars[0]!);
  }
  for (let i = barsALine; i < bars.length; i += barsALine) edges.push(bars[i]!);
  const usualSpan = bars.length > 0 ? barsALine * usualBar : (PLAIN_LINE * barsALine) / BARS_A_LINE;
  let next = 0;
  return edges.map((start, i): Line => {
    const end = edges[i + 1] ?? to;
    const first = next;
    while (next < bars.length && bars[next]! < end) next++;
    const on = bars.slice(first, next);
    const full = on.length === barsALine && i < edges.length - 1;
    return {
      from: seconds(start),
      to: seconds(end),
      span: seconds(full ? end - start : Math.max(end - start, usualSpan)),
      bar: on.length > 0 ? firstBar + first : null,
      bars: on.map(seconds),
    };
  });
}

/** A line in so many parts of one length. */
function partsOfLine(line: Line, count: number): Line[] {
  const span = line.span / count;
  return Array.from({ length: count }, (_, i) => {
    const from = line.from + i * span;
    const to = Math.min(line.to, from + span);
    return {
      ...{ from: seconds(from), to: seconds(to), span: seconds(span) },
      bar: i === 0 ? line.bar : null,
      bars: line.bars.filter((b) => b >= from && b < to),
    };
  }).filter(({ from, to }) => to > from);
}

/**
 * The lines of a plan's score: the whole film, in the bars of its music, so many on a line; a part
 * of one, such as ¼, gives a bar several lines.
 */
export function scoreLines(plan: Plan, barsALine = BARS_A_LINE): Line[] {
  const downbeats = filmOf(plan).beats.filter((c) => c.kind === 'downbeat');
  const length = plan.score?.length ?? plan.target;
  const whole = linesOf(
    downbeats.map((c) => toNumber(c.at)),
    0,
    toNumber(instantOfFrame(length, plan.rate)),
    { firstBar: downbeats[0]?.bar, barsALine: Math.max(1, barsALine) },
  );
  return barsALine >= 1
    ? whole
    : whole.flatMap((line) => partsOfLine(line, Math.round(1 / barsALine)));
}

/**
 * The lines of a whole music file, in seconds of the file. Bar 1 is the first that starts inside
 * the region.
 */
export function musicLines(music: Sound): Line[] {
  const { beats, downbeats, sampleRate, length } = correctedBeats(music);
  const starts = downbeats.map((i) => beats[i]!.at);
  const barOne = starts.findIndex((at) => at >= music.region.in);
  return linesOf(
    starts.map((at) => at / sampleRate),
    0,
    length / sampleRate,
    { firstBar: 1 - Math.max(0, barOne) },
  );
}

/**
 * The plan frame shown at a time of the film that was pointed at, so only as exact as the pointing.
 */
export const frameAtTime = (at: Seconds, plan: Pick<Plan, 'rate'>): Frames =>
  frameShownAt(rational(Math.round(at * 1e6), 1e6), plan.rate);
