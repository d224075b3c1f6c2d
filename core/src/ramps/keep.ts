import { rampOf, shotTime } from '../film/shot-time.ts';
import { speedOf, strideOf } from '../film/source.ts';
import type { Plan, Ramp, RampKey } from '../plan/index.ts';
import {
  floorOf,
  fraction,
  minus,
  ofRational,
  percent,
  plural,
  sourceFrames,
  toDouble,
  type Fraction,
  type SourceFrames,
} from '../time/index.ts';
import { fastKeys, LEAST, MOST, speedOfKey } from './fast-keys.ts';
import { runsOut } from './runs-out.ts';
import { goneAt, scaledTo } from './scaled.ts';
import { shapedRamp, shapeOf } from './shape.ts';
import type { FilmedShot, Solved } from './solve.ts';
import { constantRamp } from './splice.ts';

/** What of a shot gives way where its source in and out are kept. */
export const GIVES = ['crest', 'floor', 'speeds', 'ramp', 'length'] as const;
export type Gives = (typeof GIVES)[number];

/** The part of the source that a shot is to show, the last frame not among it. */
export interface SourceRange {
  readonly in: SourceFrames;
  readonly out: SourceFrames;
}

/** A shot that shows a part of its source exactly. */
export interface Kept {
  readonly ramp: Ramp;
  readonly sourceIn: SourceFrames;
  /** Frames of the film that it lasts: another where the length gives way. */
  readonly length: number;
  /** What became of that which gave way, in words. */
  readonly became: string;
}

/** Longest shot that is looked for, in frames of the film. */
const LONGEST = 100_000;

/** The highest or the lowest of some speeds, in words; both where they differ. */
function speedsWords(keys: readonly RampKey[]): string {
  const all = keys.map(speedOfKey);
  const [low, high] = [Math.min(...all), Math.max(...all)];
  return high - low < 1e-9 ? percent(high) : `${percent(low)} to ${percent(high)}`;
}

/** The ramps of the usual shape with other ramp lengths, the nearest in length first. */
function otherLengths(
  ramp: Ramp,
  length: number,
): { readonly ramp: Ramp; readonly frames: number }[] {
  const shape = shapeOf(ramp);
  if (!shape || (!shape.head && !shape.tail)) return [];
  const most = shape.head && shape.tail ? Math.floor(length / 2) : length;
  return Array.from({ length: most }, (_, i) => i + 1).map((frames) => ({
    frames,
    ramp: shapedRamp({
      ...shape,
      head: shape.head && { ...shape.head, length: frames },
      tail: shape.tail && { ...shape.tail, length: frames },
    }),
  }));
}

/** What is looked for, with all that is known of it. */
interface Search {
  readonly ramp: Ramp;
  readonly length: number;
  readonly stride: Fraction;
  /** Source frames from that on the first frame to that on the last. */
  readonly goes: number;
}

type Found = {
  readonly ramp: Ramp;
  readonly length: number;
  readonly became: string;
  readonly why: string | null;
};

function bySpeed(
  { ramp, length, stride, goes }: Search,
  gives: 'crest' | 'floor' | 'speeds',
): Found | string {
  const fast = fastKeys(ramp);
  const crest = ramp.some(fast);
  if (gives === 'crest' && !crest) return 'It has no crest: its speed does not change.';
  // What stands was asked to.
  const scaled = (key: RampKey) =>
    speedOfKey(key) !== 0 && (gives === 'speeds' || fast(key) === (gives === 'crest'));
  const found = scaledTo(ramp, length, stride, { goes, scaled });
  const what = gives === 'speeds' ? 'speed' : gives;
  if (!found) return `Its ${what} has no part of this shot, so no value of it helps.`;
  const keys = found.ramp.filter((_, i) => scaled(ramp[i]!));
  const all = keys.map(speedOfKey);
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const became = `${what} ${speedsWords(keys)}`;
  const made = { ...{ ramp: found.ramp, length, became } };
  if (low < LEAST) {
    const held = ramp.map((key) => (scaled(key) ? { ...key, speed: { num: 1, den: 100 } } : key));
    const goesAt = floorOf(goneAt(held, length, length - 1, stride)) + 1;
    return {
      ...made,
      ramp: held,
      became: `${what} 1 %`,
      why: `Even with a ${what} of 1 % it goes through ${goesAt} source frames, and ${goes + 1} are kept.`,
    };
  }
  if (high > MOST) return `It would take a ${what} of ${percent(high)}, and the most is 10000 %.`;
  const why =
    found.off === 0 ? null : `It ends ${plural(Math.abs(found.off), 'source frame')} beside.`;
  return { ...made, why };
}

function byRamp({ ramp, length, stride, goes }: Search): Found | string {
  const tried = otherLengths(ramp, length).map((other) => ({
    ...other,
    off: toDouble(minus(goneAt(other.ramp, length, length - 1, stride), fraction(2 * goes + 1, 2))),
  }));
  if (tried.length === 0)
    return 'It has no ramp of the usual shape, so there is no one ramp length.';
  const best = tried.reduce((a, b) => (Math.abs(b.off) < Math.abs(a.off) ? b : a));
  const passes = new Set(tried.map(({ off }) => Math.sign(off))).size > 1;
  const became = `ramp length ${plural(best.frames, 'frame')}`;
  if (!passes && Math.abs(best.off) > 0.5)
    return {
      ...{ ramp: best.ramp, length, became },
      why: `With any ramp up to ${plural(tried.length, 'frame')} it goes through too ${best.off > 0 ? 'many' : 'few'} source frames.`,
    };
  // A whole number of frames leaves a little, which the crest takes.
  const rest = bySpeed({ ramp: best.ramp, length, stride, goes }, 'crest');
  if (typeof rest === 'string') return { ramp: best.ramp, length, became, why: rest };
  return { ...rest, became: rest.why === null ? `${became}, ${rest.became}` : became };
}

function byLength({ ramp, length, stride, goes }: Search): Found | string {
  const shows = (n: number) => floorOf(goneAt(ramp, n, n - 1, stride));
  let [least, most] = [1, Math.max(2, length)];
  while (shows(most) < goes && most < LONGEST) most *= 2;
  if (shows(most) < goes) return 'At its speeds it never comes to the end of the source kept.';
  while (least < most) {
    const middle = Math.floor((least + most) / 2);
    if (shows(middle) < goes) least = middle + 1;
    else most = middle;
  }
  const became = `length ${plural(least, 'frame')}`;
  // A whole number of frames may pass it, which the floor takes.
  if (shows(least) === goes) return { ramp, length: least, became, why: null };
  const rest = bySpeed({ ramp, length: least, stride, goes }, 'floor');
  if (typeof rest === 'string') return rest;
  return { ...rest, became: `${became}, ${rest.became}` };
}

/**
 * Shows a part of the source exactly, from its first frame on the first frame of the shot to its
 * last on the last, by what is to give way: the fast speeds of the ramp, the slow ones, its ramp
 * length, or how long the shot is. Never an answer slower than 1 %. No solution where that which
 * gives way cannot do it; then why, and the nearest.
 */
export function keepRange(
  plan: Pick<Plan, 'rate' | 'ramps'>,
  filmed: FilmedShot,
  range: SourceRange,
  gives: Gives,
): Solved<Kept> {
  const { shot, clip, length } = filmed;
  const none = (reason: string): Solved<Kept> => ({ found: null, reason, nearest: null });
  if (range.out <= range.in) return none('There is no source between its in and its out.');
  if (range.in < 0 || range.out > clip.frames)
    return none(`The clip has ${clip.frames} frames, and ${range.in} to ${range.out} were wanted.`);
  const search: Search = {
    ramp: rampOf(plan, shot) ?? constantRamp(speedOf(shot)),
    ...{ length, goes: range.out - range.in - 1 },
    stride: ofRational(strideOf(clip.rate, plan.rate)),
  };
  const { ramp, goes, stride } = search;
  // What shows it already has nothing to give way.
  const asItIs = floorOf(goneAt(ramp, length, length - 1, stride)) === goes;
  const found: Found | string = asItIs
    ? { ramp, length, became: 'as it is', why: null }
    : gives === 'ramp'
      ? byRamp(search)
      : gives === 'length'
        ? byLength(search)
        : bySpeed(search, gives);
  if (typeof found === 'string') return none(found);
  const { why, ...kept } = found;
  const solved: Kept = { ...kept, sourceIn: range.in };
  const reason = why ?? runsOut(plan, { ...filmed, length: kept.length }, solved);
  if (reason !== null) return { found: null, reason, nearest: solved };
  const time = shotTime(plan, { ...shot, ramp: kept.ramp, sourceIn: range.in }, clip, kept.length);
  const last = time.at(kept.length - 1);
  return last === range.out - 1
    ? { found: solved, reason: null }
    : {
        found: null,
        reason: `The last frame shows source frame ${last}, and ${range.out - 1} was wanted.`,
        nearest: solved,
      };
}

/** The part of the source that a shot shows, from its first frame to its last. */
export function rangeShown(
  plan: Pick<Plan, 'rate' | 'ramps'>,
  { shot, clip, length }: FilmedShot,
): SourceRange {
  const time = shotTime(plan, shot, clip, length);
  return { in: time.at(0), out: sourceFrames(time.at(length - 1) + 1) };
}

/**
 * Fills a shot from a part of its clip exactly, its speeds all faster or slower by one factor; a
 * constant speed stays one. Where it cannot it says why, as `keepRange`
 * does.
 */
export const fillFrom = (
  plan: Pick<Plan, 'rate' | 'ramps'>,
  filmed: FilmedShot,
  range: SourceRange,
): Solved<Kept> => keepRange(plan, filmed, range, 'speeds');
