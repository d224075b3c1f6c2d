/** An exact fraction; its denominator is positive. */
export interface Ratio {
  readonly n: bigint;
  readonly d: bigint;
}

const divisor = (a: bigint, b: bigint): bigint => {
  let [x, y] = [a < 0n ? -a : a, b];
  while (y > 0n) [x, y] = [y, x % y];
  return x;
};

/** A fraction of whole numbers in its lowest terms. The denominator must not be 0. */
export function ratio(n: bigint | number, d: bigint | number = 1): Ratio {
  const [top, bottom] = [BigInt(n), BigInt(d)];
  const sign = bottom < 0n ? -1n : 1n;
  const common = divisor(top, sign * bottom) || 1n;
  return { n: (sign * top) / common, d: (sign * bottom) / common };
}

/** A finite number as the decimal that it is written as. */
export function ratioOfDecimal(value: number): Ratio {
  const [mantissa, exponent = '0'] = String(value).split('e') as [string, string?];
  const [whole, part = ''] = mantissa.split('.') as [string, string?];
  const shift = Number(exponent) - part.length;
  const digits = BigInt(whole + part);
  return shift >= 0 ? ratio(digits * 10n ** BigInt(shift)) : ratio(digits, 10n ** BigInt(-shift));
}

export const plus = (a: Ratio, b: Ratio): Ratio => ratio(a.n * b.d + b.n * a.d, a.d * b.d);
export const times = (a: Ratio, b: Ratio): Ratio => ratio(a.n * b.n, a.d * b.d);
/** The divisor must not be 0. */
export const over = (a: Ratio, b: Ratio): Ratio => ratio(a.n * b.d, a.d * b.n);
export const asNumber = ({ n, d }: Ratio): number => Number(n) / Number(d);

/** The greatest whole number not above a fraction. */
export function down({ n, d }: Ratio): number {
  const whole = n / d;
  return Number(n < 0n && whole * d !== n ? whole - 1n : whole);
}
/** The least whole number not below a fraction. */
export const up = ({ n, d }: Ratio): number => -down({ n: -n, d });
/** The nearest whole number, a half up. */
export const nearest = (a: Ratio): number => down(plus(a, ratio(1, 2)));
