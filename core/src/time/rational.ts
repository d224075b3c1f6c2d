import { CaesuraError } from './errors.ts';

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
function reduced(num: bigint, den: bigint): Rational {
  if (den === 0n) throw new CaesuraError('zero-denominator', 'A fraction cannot have the denominator 0.');
  const sign = den < 0n ? -1n : 1n;
  const divisor = gcd(num, den);
  const n = Number((sign * num) / divisor);
  const d = Number((sign * den) / divisor);
  if (!Number.isSafeInteger(n) || !Number.isSafeInteger(d))
    throw new CaesuraError('out-of-range', `The fraction ${num}/${den} is too large to be kept exactly.`);
  return { num: n, den: d };
}

/** The fraction `num/den` in lowest terms. Throws when either is not a safe integer or `den` is 0. */
export function rational(num: number, den = 1): Rational {
  if (!Number.isSafeInteger(num) || !Number.isSafeInteger(den))
    throw new CaesuraError('not-whole', `A fraction needs two whole numbers; got ${num}/${den}.`);
  return reduced(BigInt(num), BigInt(den));
}

/** a + b. */
export const add = (a: Rational, b: Rational): Rational =>
  reduced(BigInt(a.num) * BigInt(b.den) + BigInt(b.num) * BigInt(a.den), BigInt(a.den) * BigInt(b.den));

/** a − b. */
export const subtract = (a: Rational, b: Rational): Rational => add(a, { num: -b.num, den: b.den });

/** a · b. */
export const multiply = (a: Rational, b: Rational): Rational =>
  reduced(BigInt(a.num) * BigInt(b.num), BigInt(a.den) * BigInt(b.den));

/** a / b; throws when b is 0. */
export const divide = (a: Rational, b: Rational): Rational =>
  reduced(BigInt(a.num) * BigInt(b.den), BigInt(a.den) * BigInt(b.num));

/** Negative, zero or positive as a is below, equal to or above b. */
export function compare(a: Rational, b: Rational): number {
  const difference = BigInt(a.num) * BigInt(b.den) - BigInt(b.num) * BigInt(a.den);
  return difference < 0n ? -1 : difference > 0n ? 1 : 0;
}

/** Floor of num/den towards −∞ (BigInt division alone truncates towards 0); `den` positive. */
function floorDivide(num: bigint, den: bigint): bigint {
  const quotient = num / den;
  return num % den !== 0n && num < 0n ? quotient - 1n : quotient;
}

/** The largest whole number not above a. */
export const floor = (a: Rational): number => Number(floorDivide(BigInt(a.num), BigInt(a.den)));

/** The smallest whole number not below a. */
export const ceil = (a: Rational): number => Number(-floorDivide(-BigInt(a.num), BigInt(a.den)));

/** The nearest whole number, halves up towards +∞: ⌊(2·num + den) / (2·den)⌋. */
export const round = (a: Rational): number =>
  Number(floorDivide(2n * BigInt(a.num) + BigInt(a.den), 2n * BigInt(a.den)));

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
    return reduced(whole.startsWith('-') ? -magnitude : magnitude, divisor ? BigInt(divisor) : scale);
  } catch {
    return null;
  }
}
