/** An exact fraction of any size; `den` positive. Kept unreduced while sums are made. */
export interface Fraction {
  readonly num: bigint;
  readonly den: bigint;
}

export const ZERO: Fraction = { num: 0n, den: 1n };

/** num/den of whole numbers, or of a rational, as a fraction of any size. */
export const fraction = (num: number | bigint, den: number | bigint = 1): Fraction => ({
  num: BigInt(num),
  den: BigInt(den),
});
export const ofRational = ({
  num,
  den,
}: {
  readonly num: number;
  readonly den: number;
}): Fraction => fraction(num, den);

/** The fraction that a double is to twelve decimals. */
export const ofDouble = (value: number): Fraction => ({
  num: BigInt(Math.round(value * 1e12)),
  den: 10n ** 12n,
});

export const plus = (a: Fraction, b: Fraction): Fraction =>
  a.den === b.den
    ? { num: a.num + b.num, den: a.den }
    : { num: a.num * b.den + b.num * a.den, den: a.den * b.den };
export const minus = (a: Fraction, b: Fraction): Fraction => plus(a, { num: -b.num, den: b.den });
export const times = (a: Fraction, b: Fraction): Fraction => ({
  num: a.num * b.num,
  den: a.den * b.den,
});
/** a / b; b must not be 0. */
export const over = (a: Fraction, b: Fraction): Fraction =>
  b.num < 0n
    ? { num: -a.num * b.den, den: a.den * -b.num }
    : { num: a.num * b.den, den: a.den * b.num };

/** The same in lowest terms, for a sum that goes on being used. */
export function reduced({ num, den }: Fraction): Fraction {
  let [a, b] = [num < 0n ? -num : num, den];
  while (b !== 0n) [a, b] = [b, a % b];
  return a > 1n ? { num: num / a, den: den / a } : { num, den };
}

/** The largest whole number not above a; towards −∞, where BigInt division alone goes towards 0. */
export function floorOf({ num, den }: Fraction): number {
  const quotient = num / den;
  return Number(num % den !== 0n && num < 0n ? quotient - 1n : quotient);
}

/** The nearest whole number, halves up towards +∞: ⌊(2·num + den) / (2·den)⌋. */
export const roundOf = ({ num, den }: Fraction): number =>
  floorOf({ num: 2n * num + den, den: 2n * den });

/** The nearest double. */
export function toDouble({ num, den }: Fraction): number {
  const whole = num / den;
  return Number(whole) + Number(((num - whole * den) * 10n ** 18n) / den) / 1e18;
}
