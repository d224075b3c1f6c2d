import fc from 'fast-check';
import Fraction from 'fraction.js';
import { describe, expect, it } from 'vitest';
import {
  add,
  ceil,
  compare,
  divide,
  floor,
  multiply,
  parseRational,
  rational,
  round,
  subtract,
  toText,
} from './rational.ts';

const any = fc.tuple(
  fc.integer({ min: -1_000_000, max: 1_000_000 }),
  fc.integer({ min: 1, max: 200_000 }),
);
const plain = (f: Fraction): string => toText(rational(Number(f.s * f.n), Number(f.d)));

describe('rational arithmetic against fraction.js', () => {
  it('adds, subtracts, multiplies and divides alike', () => {
    fc.assert(
      fc.property(any, any, ([a, b], [c, d]) => {
        const [x, y, fx, fy] = [
          rational(a, b),
          rational(c, d),
          new Fraction(a, b),
          new Fraction(c, d),
        ];
        expect(toText(add(x, y))).toBe(plain(fx.add(fy)));
        expect(toText(subtract(x, y))).toBe(plain(fx.sub(fy)));
        expect(toText(multiply(x, y))).toBe(plain(fx.mul(fy)));
        if (c !== 0) expect(toText(divide(x, y))).toBe(plain(fx.div(fy)));
        expect(compare(x, y)).toBe(Math.sign(fx.compare(fy)));
      }),
    );
  });

  it('floors, rounds halves up, and ceils, also below zero', () => {
    fc.assert(
      fc.property(any, ([a, b]) => {
        const x = rational(a, b);
        const f = new Fraction(a, b);
        expect(floor(x)).toBe(Number(f.floor().valueOf()));
        expect(ceil(x)).toBe(Number(f.ceil().valueOf()));
        expect(round(x)).toBe(Number(f.add(1, 2).floor().valueOf()));
      }),
    );
    expect(round(rational(-5, 2))).toBe(-2);
  });
});

describe('rational text and limits', () => {
  it('reads what people write', () => {
    expect(parseRational('97.5')).toEqual(rational(195, 2));
    expect(parseRational('-0.5')).toEqual(rational(-1, 2));
    expect(parseRational('30000/1001')).toEqual(rational(30000, 1001));
    for (const text of ['', '1/0', '1.5/2', 'x', '1e9']) expect(parseRational(text)).toBeNull();
  });

  it('refuses broken numbers, a zero denominator and results it cannot keep exactly', () => {
    expect(() => rational(0.5)).toThrow(/whole numbers/);
    expect(() => rational(1, 0)).toThrow(/denominator/);
    expect(() => multiply(rational(Number.MAX_SAFE_INTEGER), rational(3))).toThrow(/too large/);
  });
});
