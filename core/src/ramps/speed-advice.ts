import { speedAt } from '../curves/index.ts';
import { slowestCleanSpeed } from '../film/source.ts';
import type { ShotTime } from '../film/shot-time.ts';
import {
  percent,
  plural,
  rateLabel,
  toNumber,
  type FrameRate,
  type GivenFrames,
} from '../time/index.ts';

/** Ramps shorter than this are short, of which a lower crest reads as well; common practice. */
const SHORT = 10;
const SHORT_CREST = 3;
/** Crests beyond this are hard to read unless they are but a flash; common practice. */
const READABLE = 4;
const HARD = 8;

/**
 * What common practice (no source) says of a crest over a ramp length in frames; null where it has
 * nothing to say. Advice, and no limit.
 */
export function crestAdvice(length: number, crest: number): string | null {
  if (length < SHORT && crest > SHORT_CREST && crest < HARD)
    return `Over ${plural(length, 'frame')} about ${percent(SHORT_CREST)} does as well: the eye has no time for more.`;
  if (crest >= HARD && length >= SHORT)
    return `${percent(crest)} is hard to read for longer than a flash; ${percent(READABLE)} is a good start.`;
  return null;
}

/** From where on a picture is fast, and how long the eye follows it; common practice. */
const FAST = 2;
const FAST_SECONDS = 1;

/**
 * What common practice (no source) says of how long a shot is fast, at a rate of the film; null
 * where it has nothing to say. Advice, and no limit.
 */
export function fastAdvice(
  { curve }: Pick<ShotTime, 'curve'>,
  length: GivenFrames,
  rate: FrameRate,
): string | null {
  const fast = Array.from({ length }, (_, k) => k).filter((k) => speedAt(curve, k) > FAST).length;
  const seconds = (fast * rate.den) / rate.num;
  if (seconds <= 1.25 * FAST_SECONDS) return null;
  return `It is faster than ${percent(FAST)} for ${Math.round(10 * seconds) / 10} s: about ${plural(FAST_SECONDS, 'second')} is what the eye follows.`;
}

/**
 * What the rate of a clip says of a floor in a film: below planRate/sourceRate its frames repeat.
 * Null where they do not.
 */
export function floorAdvice(floor: number, source: FrameRate, film: FrameRate): string | null {
  const clean = toNumber(slowestCleanSpeed(source, film));
  if (floor <= 0 || floor >= clean - 1e-9) return null;
  return `Below ${percent(clean)} its frames repeat: it was filmed at ${rateLabel(source)} fps.`;
}
