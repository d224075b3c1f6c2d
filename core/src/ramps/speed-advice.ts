import { percent, plural } from '../time/index.ts';

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
