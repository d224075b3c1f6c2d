import { CaesuraError } from './errors.ts';
import {
  floorOf,
  fraction,
  minus,
  ofRational,
  over,
  plus,
  roundOf,
  times,
  type Fraction,
} from './fraction.ts';

/** An exact fraction of two safe integers in lowest terms, `den` positive. */
export interface Rational {
  readonly num: number;
  readonly den: number;
}

function gcd(a: bigint, b: bigint): bigint {
  let x = a < 0n ? -a : a;
  let y = b < 0n ? -b : b;
  while (y !== 0n) [x, y] = [y, x % y];
  return x;
}

/** Computed in BigInt and brought back, so that no product loses digits on the way. */
function reduced({ num, den }: Fraction): Rational {
  if (den === 0n)
    throw new CaesuraError('zero-denominator', 'A fraction cannot have the denominator 0.');
  const sign = den < 0n ? -1n : 1n;
  const divisor = gcd(num, den);
  const n = Number((sign * num) / divisor);
  const d = Number((sign * den) / divisor);
  if (!Number.isSafeInteger(n) || !Number.isSafeInteger(d))
    throw new CaesuraError(
      'out-of-range',
      `The fraction ${num}/${den} is too large to be kept exactly.`,
    );
  return { num: n, den: d };
}

/**
 * The fraction `num/den` in lowest terms. Throws when either is not a safe integer or `den` is 0.
 */
export function rational(num: number, den = 1): Rational {
  if (!Number.isSafeInteger(num) || !Number.isSafeInteger(den))
    throw new CaesuraError('not-whole', `A fraction needs two whole numbers; got ${num}/${den}.`);
  return reduced(fraction(num, den));
}

/** a + b. */
export const add = (a: Rational, b: Rational): Rational =>
  reduced(plus(ofRational(a), ofRational(b)));

/** a − b. */
export const subtract = (a: Rational, b: Rational): Rational =>
  reduced(minus(ofRational(a), ofRational(b)));

/** a · b. */
export const multiply = (a: Rational, b: Rational): Rational =>
  reduced(times(ofRational(a), ofRational(b)));

/** a / b; throws when b is 0. */
export const divide = (a: Rational, b: Rational): Rational =>
  reduced(over(ofRational(a), ofRational(b)));

/** Negative, zero or positive as a is below, equal to or above b. */
export function compare(a: Rational, b: Rational): number {
  const { num } = minus(ofRational(a), ofRational(b));
  return num < 0n ? -1 : num > 0n ? 1 : 0;
}

/** The largest whole number not above a. */
export const floor = (a: Rational): number => floorOf(ofRational(a));

/** The smallest whole number not below a. */
export const ceil = ({ num, den }: Rational): number => 0 - floorOf(fraction(-num, den));

/** The nearest whole number, halves up towards +∞. */
export const round = (a: Rational): number => roundOf(ofRational(a));

/** The nearest double; for showing only. */
export const toNumber = (a: Rational): number => a.num / a.den;

/** `num/den`, or just `num` for a whole number. */
export const toText = (a: Rational): string => (a.den === 1 ? `${a.num}` : `${a.num}/${a.den}`);

/**
 * Reads a whole number, a decimal or a fraction (`24`, `97.5`, `30000/1001`) exactly.
 * Returns null for anything else, including a denominator of 0.
 */
export function parseRational(text: string): Rational | null {
  const match = /^\s*(-?\d{1,15})(?:\.(\d{1,9}))?(?:\s*\/\s*(\d{1,15}))?\s*$/.exec(text);
  if (!match) return null;
  const [, whole = '0', decimals = '', divisor] = match;
  if (divisor !== undefined && (decimals !== '' || Number(divisor) === 0)) return null;
  const scale = 10n ** BigInt(decimals.length);
  const magnitude = BigInt(whole.replace('-', '')) * scale + BigInt(decimals || '0');
  try {
    return reduced(
      fraction(whole.startsWith('-') ? -magnitude : magnitude, divisor ? BigInt(divisor) : scale),
    );
  } catch {
    return null;
  }
}
