import { median } from '../../numbers/median.ts';
import type { CutIndex } from '../../time/index.ts';

/** A cut with its time and how far it is from its beat. */
export interface TimedOffset {
  readonly cut: CutIndex;
  /** Seconds of the film. */
  readonly at: number;
  /** Frames after the beat; early where it is less than 0. */
  readonly frames: number;
}

/** What is common to the offsets of cuts from their beats. */
export interface SystematicOffset {
  /** Frames by which the cuts come late in the middle of the film; early where less than 0. */
  readonly frames: number;
  /** Frames by which that grows in a second; 0 where it does not, beyond what rounding does. */
  readonly drift: number;
  /** Cuts that are off by more than rounding beside what is common to all. */
  readonly off: readonly CutIndex[];
}

/** Fewest cuts from which something common is told. */
const FEWEST = 6;
/** Frames by which a cut that is rounded to a frame may be off. */
const ROUNDED = 0.5;
/** Frames over the length of the film from which a drift is told: more than rounding makes. */
const LEAST_DRIFT = 0.9;
/** Most pairs of cuts that are compared. */
const PAIRS = 200_000;

/**
 * The slope of a line through points: the middle of the slopes between pairs (Theil 1950, Sen
 * 1968), which single points that are off do not move.
 */
function slopeOf(points: readonly TimedOffset[]): number {
  const step = Math.max(1, Math.ceil((points.length * points.length) / 2 / PAIRS));
  const slopes: number[] = [];
  let n = 0;
  for (const [i, a] of points.entries())
    for (const b of points.slice(i + 1))
      if (n++ % step === 0 && b.at - a.at > 1e-6)
        slopes.push((b.frames - a.frames) / (b.at - a.at));
  return slopes.length > 0 ? median(slopes) : 0;
}

/** The slope of the line with the least squares through points; 0 where they are at one time. */
function fittedSlope(points: readonly TimedOffset[]): number {
  const mean = (of: (p: TimedOffset) => number) =>
    points.reduce((sum, p) => sum + of(p), 0) / points.length;
  const [at, value] = [mean((p) => p.at), mean((p) => p.frames)];
  const spread = mean((p) => (p.at - at) ** 2);
  return spread > 0 ? mean((p) => (p.at - at) * (p.frames - value)) / spread : 0;
}

/**
 * What is common to the offsets of cuts: a lead or a lag, and a drift, by lines through them that
 * single cuts do not bend; and the cuts that are off beside it. Null of fewer than six cuts.
 */
export function systematicOffset(offsets: readonly TimedOffset[]): SystematicOffset | null {
  if (offsets.length < FEWEST) return null;
  const times = offsets.map(({ at }) => at);
  const [first, last] = [Math.min(...times), Math.max(...times)];
  const middle = (first + last) / 2;
  /** What is common at a slope, and which are off beside it. */
  const at = (drift: number) => {
    const frames = median(offsets.map((one) => one.frames - drift * (one.at - middle)));
    const isOff = (one: TimedOffset) =>
      Math.abs(one.frames - frames - drift * (one.at - middle)) > 1 + ROUNDED;
    return { frames, drift, isOff };
  };
  // The steps of rounding make slopes between pairs coarse: those that are not off are fitted.
  const rough = at(slopeOf(offsets));
  const slope = fittedSlope(offsets.filter((one) => !rough.isOff(one)));
  const { frames, drift, isOff } = at(Math.abs(slope) * (last - first) > LEAST_DRIFT ? slope : 0);
  return { frames, drift, off: offsets.filter(isOff).map(({ cut }) => cut) };
}

/** A number of frames in words, with its plural. */
const frameWords = (count: number): string => {
  const whole = Math.round(Math.abs(count) * 10) / 10;
  return `${whole} ${whole === 1 ? 'frame' : 'frames'}`;
};

/**
 * What is common to the cuts of a film in words: early or late by how much, how that drifts, and
 * which are off beside it. Empty where nothing is.
 */
export function systematicWords({ frames, drift, off }: SystematicOffset): string[] {
  const words: string[] = [];
  if (Math.abs(frames) >= ROUNDED + 0.25)
    words.push(`All cuts come ${frameWords(frames)} ${frames < 0 ? 'early' : 'late'}.`);
  if (drift !== 0)
    words.push(
      `The cuts drift: ${frameWords(60 * drift)} ${drift < 0 ? 'earlier' : 'later'} from minute to minute.`,
    );
  if (off.length > 0)
    words.push(
      `${off.length === 1 ? 'Cut' : 'Cuts'} ${off.join(', ')} ${off.length === 1 ? 'is' : 'are'} off by more than a frame beside the others.`,
    );
  return words;
}
