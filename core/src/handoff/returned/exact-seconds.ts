import {
  CaesuraError,
  fraction,
  frameRate,
  ofDouble,
  over,
  parseRate,
  plus,
  rational,
  reduced,
  roundOf,
  times,
  USUAL_RATES,
  toNumber,
  type Fraction,
  type FrameRate,
  type Rational,
} from '../../time/index.ts';

/** Digits beyond which a sum of times of odd rates is rounded, to a nanosecond. */
const MOST = 1n << 96n;
const NANO = 1_000_000_000n;
/** Counts a second and seconds that a time may have. */
const [SLOWEST, FASTEST, LONGEST] = [1e-3, 1e6, 1e7];
/** How far a written rate may be from a usual one that it is meant to be. */
const MEANT = 0.006;

const rounded = (a: Fraction): Fraction => {
  const least = reduced(a);
  return least.den < MOST ? least : { num: (least.num * NANO) / least.den, den: NANO };
};

/** The sum of two times in seconds, exact as long as its rates are few. */
export const sum = (a: Fraction, b: Fraction): Fraction => rounded(plus(a, b));

/** The product of a time and a speed. */
export const product = (a: Fraction, b: Fraction): Fraction => rounded(times(a, b));

/** A time as a fraction of safe integers: to a nanosecond where it has none. */
export function asRational(a: Fraction): Rational {
  const { num, den } = reduced(a);
  if (den <= BigInt(Number.MAX_SAFE_INTEGER) && num <= BigInt(Number.MAX_SAFE_INTEGER))
    if (-num <= BigInt(Number.MAX_SAFE_INTEGER)) return rational(Number(num), Number(den));
  const nano = Number((num * NANO) / den);
  if (!Number.isSafeInteger(nano))
    throw new CaesuraError('bad-time', 'A time in the file is too long to be read.');
  return rational(nano, Number(NANO));
}

/** The frame of a rate that is nearest to a time. */
export const frameNear = (at: Fraction, rate: FrameRate): number =>
  roundOf(times(at, fraction(rate.num, rate.den)));

/**
 * The rate that is meant by a decimal: a usual one where it is near, such as 23.98 or
 * 29.97002997; else the decimal itself. Null where it is none.
 */
export function meantRate(written: number): FrameRate | null {
  if (!Number.isFinite(written)) return null;
  const usual = USUAL_RATES.find((rate) => Math.abs(toNumber(rate) - written) < 1e-9);
  if (usual) return usual;
  try {
    if (Number.isInteger(written)) return frameRate(written);
    const near = USUAL_RATES.find(
      (rate) => rate.den === 1001 && Math.abs(toNumber(rate) - written) < MEANT,
    );
    return near ?? parseRate(written.toFixed(3));
  } catch {
    return null;
  }
}

/** A time of so many counts of a rate, in seconds; null where the rate is none. */
export function secondsOf(value: number, rate: number): Fraction | null {
  if (!(rate >= SLOWEST && rate <= FASTEST) || !(Math.abs(value / rate) <= LONGEST)) return null;
  const meant = rate <= 1000 ? meantRate(rate) : null;
  const perSecond = meant ? fraction(meant.num, meant.den) : ofDouble(rate);
  const count = Number.isSafeInteger(value) ? fraction(value) : ofDouble(value);
  return rounded(over(count, perSecond));
}
