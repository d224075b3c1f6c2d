import { CaesuraError } from './errors.ts';
import { compare, parseRational, rational, toNumber, toText, type Rational } from './rational.ts';

/** Frames in a second as an exact fraction; never a decimal in computation. */
export type FrameRate = Rational;

/** The rates in common use, slowest first. */
export const USUAL_RATES: readonly FrameRate[] = [
  [24000, 1001],
  [24, 1],
  [25, 1],
  [30000, 1001],
  [30, 1],
  [48, 1],
  [50, 1],
  [60000, 1001],
  [60, 1],
  [100, 1],
  [120000, 1001],
  [120, 1],
].map(([num, den]) => rational(num!, den));

const SLOWEST = rational(1);
const FASTEST = rational(1000);

/**
 * A checked frame rate of num/den frames a second.
 * Throws when it is not a fraction of whole numbers between 1 and 1000 frames a second.
 */
export function frameRate(num: number, den = 1): FrameRate {
  const text = `${num}/${den}`;
  const mend =
    'Give two whole numbers such as 24/1 or 30000/1001, between 1 and 1000 frames a second.';
  if (!Number.isSafeInteger(num) || !Number.isSafeInteger(den) || den === 0)
    throw new CaesuraError('bad-rate', `A frame rate of ${text} is not possible.`, mend);
  const rate = rational(num, den);
  if (compare(rate, SLOWEST) < 0 || compare(rate, FASTEST) > 0)
    throw new CaesuraError('bad-rate', `A frame rate of ${text} is not possible.`, mend);
  return rate;
}

/** Whether two rates are the same fraction. */
export const sameRate = (a: FrameRate, b: FrameRate): boolean => compare(a, b) === 0;

/**
 * Frames counted in one second of timecode: the rate rounded up to a whole number (24 for
 * 24000/1001).
 */
export const nominalRate = (rate: FrameRate): number => Math.ceil(toNumber(rate));

/** Whether the rate is n·1000/1001 for a whole n. */
const isPulledDown = (rate: FrameRate): boolean => rate.den === 1001 && rate.num % 1000 === 0;

/** How the trade writes the rate: `23.976`, `29.97`, `24`; an unusual one as its fraction. */
export function rateLabel(rate: FrameRate): string {
  if (rate.den === 1) return String(rate.num);
  if (!isPulledDown(rate)) return toText(rate);
  const decimals = rate.num === 24000 ? 3 : 2;
  return toNumber(rate).toFixed(decimals);
}

/**
 * Reads a rate as a person types it: a fraction, a whole number, or the decimal short forms of the
 * n·1000/1001 family (`23.976`, `23.98`, `29.97`, `59.94`, `119.88`), which mean the exact
 * fraction. Throws when it is none of these or out of range.
 */
export function parseRate(text: string): FrameRate {
  const value = parseRational(text.replace(/\s*fps\s*$/i, ''));
  if (!value)
    throw new CaesuraError(
      'bad-rate',
      `“${text.trim()}” is not a frame rate.`,
      'Give a number such as 24 or 29.97, or a fraction such as 30000/1001.',
    );
  if (!text.includes('/') && value.den !== 1) {
    const nominal = Math.ceil(toNumber(value));
    const exact = rational(nominal * 1000, 1001);
    const places = text.trim().split('.')[1]?.match(/^\d+/)?.[0].length ?? 0;
    const typed = toNumber(value).toFixed(places);
    if (toNumber(exact).toFixed(places) === typed && places >= 2)
      return frameRate(exact.num, exact.den);
  }
  return frameRate(value.num, value.den);
}
