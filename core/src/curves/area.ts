import { fraction, ofDouble, plus, times, ZERO, type Fraction } from '../time/index.ts';
import { stepsOf, parameterAt, type Easing } from './easing.ts';

/**
 * Area under a Bézier easing up to the parameter s: ∫₀ˢ y(s)·x′(s) ds, a polynomial of degree 6.
 */
function bezierArea(
  { x1, y1, x2, y2 }: { x1: number; y1: number; x2: number; y2: number },
  s: number,
): number {
  const coefficients = (a: number, b: number) => [3 * a, 3 * (b - 2 * a), 1 + 3 * a - 3 * b];
  const [x, y] = [coefficients(x1, x2), coefficients(y1, y2)];
  let sum = 0;
  for (let i = 1; i <= 3; i++)
    for (let j = 1; j <= 3; j++) sum += (y[i - 1]! * j * x[j - 1]! * s ** (i + j)) / (i + j);
  return sum;
}

/**
 * Area under a whole Bézier easing, exact: 1/2 + 3/20·(y1(1 + x2) + y2(2 − x1) − x1 − 2·x2), from
 * products of Bernstein polynomials.
 */
function wholeBezier({
  x1,
  y1,
  x2,
  y2,
}: {
  x1: number;
  y1: number;
  x2: number;
  y2: number;
}): Fraction {
  const [a, b, c, d] = [x1, y1, x2, y2].map((v) => BigInt(Math.round(v * 1e4))) as [
    bigint,
    bigint,
    bigint,
    bigint,
  ];
  const one = 10_000n;
  return {
    num: 10n * one * one + 3n * (b * (one + c) + d * (2n * one - a) - one * a - 2n * one * c),
    den: 20n * one * one,
  };
}

function linearArea(
  stops: readonly { readonly input: number; readonly output: number }[],
  t: number,
): number {
  let sum = 0;
  // Before the first stop and after the last the line goes on.
  for (let i = 1; i < stops.length; i++) {
    const [a, b] = [stops[i - 1]!, stops[i]!];
    if (a.input === b.input) continue;
    const from = i === 1 ? 0 : Math.max(0, a.input);
    const to = Math.min(t, i === stops.length - 1 ? 1 : b.input);
    if (to <= from) continue;
    const at = (x: number) =>
      a.output + ((b.output - a.output) * (x - a.input)) / (b.input - a.input);
    sum += ((at(from) + at(to)) / 2) * (to - from);
  }
  return sum;
}

const isPlainLine = (easing: Easing): boolean =>
  easing.kind === 'linear' &&
  easing.stops.length === 2 &&
  easing.stops.every((s) => s.input === s.output);

/**
 * Area under an easing from 0 to n/of of its progress, ∫₀^{n/of} e(u) du. Exact for straight lines,
 * for steps, and for a whole Bézier; inside a Bézier or a bent line to twelve decimals.
 */
export function areaTo(easing: Easing, n: number, of: number): Fraction {
  if (n <= 0) return ZERO;
  if (isPlainLine(easing)) return fraction(BigInt(n) * BigInt(n), 2n * BigInt(of) * BigInt(of));
  if (easing.kind === 'bezier')
    return n >= of
      ? wholeBezier(easing)
      : ofDouble(bezierArea(easing, parameterAt(easing.x1, easing.x2, n / of)));
  if (easing.kind === 'linear') return ofDouble(linearArea(easing.stops, n / of));
  const { count } = easing;
  const { rises, first } = stepsOf(easing);
  let sum = ZERO;
  // Each stretch of 1/count at its height, the last as far as it is gone.
  for (let k = 0; k * of < n * count; k++) {
    const part = BigInt(Math.min(of, n * count - k * of));
    const height = fraction(Math.min(rises, k + first), rises);
    sum = plus(sum, times(height, { num: part, den: BigInt(of) * BigInt(count) }));
  }
  return sum;
}
