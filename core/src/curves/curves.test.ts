import bezierEasing from 'bezier-easing';
import fc from 'fast-check';
import { gaussQuadrature } from 'flo-gauss-quadrature';
import { describe, expect, it } from 'vitest';
import { CaesuraError, rational, toDouble, type Rational } from '../time/index.ts';
import { areaTo } from './area.ts';
import { easedAt, LINEAR, parseEasing } from './easing.ts';
import {
  constantCurve,
  distanceGone,
  framesGone,
  playedAt,
  speedAt,
  type SpeedCurve,
} from './speed-curve.ts';

/**
 * Values of W3C CSS Easing Functions Level 2; checked with bezier-easing 3.2.0 and Chromium's Web
 * Animations.
 */
const VALUES: readonly (readonly [string, Readonly<Record<string, number>>])[] = [
  [
    'ease',
    {
      '0.1': 0.094796305716,
      '0.25': 0.408510591355,
      '0.5': 0.802403387585,
      '0.75': 0.960458978349,
      '0.9': 0.994316477485,
    },
  ],
  [
    'ease-in',
    {
      '0.1': 0.017026609652,
      '0.25': 0.093464650719,
      '0.5': 0.315356812573,
      '0.75': 0.621861869175,
      '0.9': 0.839427845762,
    },
  ],
  [
    'ease-out',
    {
      '0.1': 0.160572154238,
      '0.25': 0.378138130825,
      '0.5': 0.684643187427,
      '0.75': 0.906535349281,
      '0.9': 0.982973390348,
    },
  ],
  [
    'cubic-bezier(0.34,1.56,0.64,1)',
    {
      '0.1': 0.403933041979,
      '0.25': 0.816289198692,
      '0.5': 1.087400670219,
      '0.75': 1.059646859964,
      '0.9': 1.012615579146,
    },
  ],
  [
    'cubic-bezier(0.68,-0.55,0.265,1.55)',
    {
      '0.1': -0.066291477334,
      '0.25': -0.082807108828,
      '0.5': 0.606679897224,
      '0.75': 1.089165774813,
      '0.9': 1.062373195166,
    },
  ],
  [
    'cubic-bezier(0.16,1,0.3,1)',
    {
      '0.1': 0.494390617064,
      '0.25': 0.825622301158,
      '0.5': 0.971779105264,
      '0.75': 0.997677067074,
      '0.9': 0.999878347832,
    },
  ],
  [
    'linear(0, 0.25, 1)',
    {
      '0': 0,
      '1': 1,
      '0.1': 0.05,
      '0.2': 0.1,
      '0.25': 0.125,
      '0.3': 0.15,
      '0.4': 0.2,
      '0.5': 0.25,
      '0.6': 0.4,
      '0.7': 0.55,
      '0.75': 0.625,
      '0.8': 0.7,
      '0.9': 0.85,
    },
  ],
  [
    'linear(0, 0.7 20%, 1)',
    {
      '0': 0,
      '1': 1,
      '0.1': 0.35,
      '0.2': 0.7,
      '0.25': 0.71875,
      '0.3': 0.7375,
      '0.4': 0.775,
      '0.5': 0.8125,
      '0.6': 0.85,
      '0.7': 0.8875,
      '0.75': 0.90625,
      '0.8': 0.925,
      '0.9': 0.9625,
    },
  ],
  [
    'linear(0 0%, 1.2 60%, 0.9 80%, 1 100%)',
    {
      '0': 0,
      '1': 1,
      '0.1': 0.2,
      '0.2': 0.4,
      '0.25': 0.5,
      '0.3': 0.6,
      '0.4': 0.8,
      '0.5': 1,
      '0.6': 1.2,
      '0.7': 1.05,
      '0.75': 0.975,
      '0.8': 0.9,
      '0.9': 0.95,
    },
  ],
  [
    'linear(0, 0.1 30%, 0.1 30%, 0.9, 1)',
    {
      '0': 0,
      '1': 1,
      '0.1': 0.033333333333,
      '0.2': 0.066666666667,
      '0.25': 0.083333333333,
      '0.3': 0.1,
      '0.4': 0.328571428571,
      '0.5': 0.557142857143,
      '0.6': 0.785714285714,
      '0.7': 0.914285714286,
      '0.75': 0.928571428571,
      '0.8': 0.942857142857,
      '0.9': 0.971428571429,
    },
  ],
  [
    'linear(0, 0.2 50%, 0.8 40%, 1)',
    {
      '0': 0,
      '1': 1,
      '0.1': 0.04,
      '0.2': 0.08,
      '0.25': 0.1,
      '0.3': 0.12,
      '0.4': 0.16,
      '0.5': 0.8,
      '0.6': 0.84,
      '0.7': 0.88,
      '0.75': 0.9,
      '0.8': 0.92,
      '0.9': 0.96,
    },
  ],
  [
    'steps(4)',
    {
      '0': 0,
      '1': 1,
      '0.1': 0,
      '0.2': 0,
      '0.25': 0.25,
      '0.3': 0.25,
      '0.4': 0.25,
      '0.5': 0.5,
      '0.6': 0.5,
      '0.7': 0.5,
      '0.75': 0.75,
      '0.8': 0.75,
      '0.9': 0.75,
    },
  ],
  [
    'steps(4,jump-start)',
    {
      '0': 0.25,
      '1': 1,
      '0.1': 0.25,
      '0.2': 0.25,
      '0.25': 0.5,
      '0.3': 0.5,
      '0.4': 0.5,
      '0.5': 0.75,
      '0.6': 0.75,
      '0.7': 0.75,
      '0.75': 1,
      '0.8': 1,
      '0.9': 1,
    },
  ],
  [
    'steps(4,jump-both)',
    {
      '0': 0.2,
      '1': 1,
      '0.1': 0.2,
      '0.2': 0.2,
      '0.25': 0.4,
      '0.3': 0.4,
      '0.4': 0.4,
      '0.5': 0.6,
      '0.6': 0.6,
      '0.7': 0.6,
      '0.75': 0.8,
      '0.8': 0.8,
      '0.9': 0.8,
    },
  ],
  [
    'steps(3,start)',
    {
      '0': 0.333333333333,
      '1': 1,
      '0.1': 0.333333333333,
      '0.2': 0.333333333333,
      '0.25': 0.333333333333,
      '0.3': 0.333333333333,
      '0.4': 0.666666666667,
      '0.5': 0.666666666667,
      '0.6': 0.666666666667,
      '0.7': 1,
      '0.75': 1,
      '0.8': 1,
      '0.9': 1,
    },
  ],
];

/** Areas under CSS easings: closed form, checked with scipy 1.10.1 quad. */
const AREAS: readonly (readonly [string, number, Readonly<Record<string, number>>])[] = [
  [
    'ease-in',
    0.374,
    { '0.25': 0.00821418650095, '0.5': 0.0572490324206, '0.75': 0.17287560656132 },
  ],
  [
    'ease-out',
    0.626,
    { '0.25': 0.04887560656132, '0.5': 0.1832490324206, '0.75': 0.38421418650095 },
  ],
  ['ease-in-out', 0.5, { '0.25': 0.01057940349331, '0.5': 0.085625, '0.75': 0.26057940349331 }],
  [
    'cubic-bezier(0.7,0,0.3,1)',
    0.5,
    { '0.25': 0.00463801365876, '0.5': 0.059375, '0.75': 0.25463801365876 },
  ],
  [
    'cubic-bezier(0.34,1.56,0.64,1)',
    0.88976,
    { '0.25': 0.11536755804686, '0.5': 0.36239542395779, '0.75': 0.63410611509759 },
  ],
  [
    'cubic-bezier(0.68,-0.55,0.265,1.55)',
    0.5210375,
    { '0.25': -0.0164136572591, '0.5': 0.018739928735, '0.75': 0.25504974670384 },
  ],
  [
    'cubic-bezier(0,1,1,0)',
    0.5,
    { '0.25': 0.09500419912972, '0.5': 0.21875, '0.75': 0.34500419912972 },
  ],
  [
    'cubic-bezier(0.9,0,0.1,1)',
    0.5,
    { '0.25': 0.00279521316442, '0.5': 0.040625, '0.75': 0.25279521316443 },
  ],
  ['cubic-bezier(0,0,1,1)', 0.5, { '0.25': 0.03125, '0.5': 0.125, '0.75': 0.28125 }],
];

/** Source frames of speed ramps: n·(v0 + (v1 − v0)·A); checked with scipy 1.10.1 quad. */
const RAMPS: readonly (readonly [
  { from: number; to: number; timelineFrames: number; easing: string },
  number,
])[] = [
  [{ from: 1, to: 3, timelineFrames: 48, easing: 'linear' }, 96],
  [{ from: 1, to: 0.5, timelineFrames: 24, easing: 'linear' }, 18],
  [{ from: 2, to: 2, timelineFrames: 30, easing: 'linear' }, 60],
  [{ from: 1, to: 0.25, timelineFrames: 48, easing: 'ease-in-out' }, 30],
  [{ from: 1, to: 4, timelineFrames: 36, easing: 'ease-in' }, 76.392],
  [{ from: 4, to: 1, timelineFrames: 36, easing: 'ease-out' }, 76.392],
  [{ from: 0.5, to: 2, timelineFrames: 25, easing: 'cubic-bezier(0.16,1,0.3,1)' }, 44.6375],
  [{ from: 1, to: -1, timelineFrames: 48, easing: 'linear' }, 0],
  [{ from: 1, to: 3, timelineFrames: 48, easing: 'cubic-bezier(0.34,1.56,0.64,1)' }, 133.41696],
];

/** Texts that W3C CSS Easing Functions rejects. */
const REJECTED = [
  'cubic-bezier(1.2,0,0,1)',
  'cubic-bezier(0,0,-0.1,1)',
  'steps(0)',
  'steps(1,jump-none)',
  'linear()',
  'linear(0)',
  'linear(0 0% 50% 60%, 1)',
];

describe('easings', () => {
  it.each(VALUES)('%s has the values of the standard', (text, values) => {
    const easing = parseEasing(text);
    for (const [t, value] of Object.entries(values))
      expect(easedAt(easing, Number(t))).toBeCloseTo(value, 9);
  });

  it.each(['constructor', '__proto__', 'toString', 'linear(0, 1e400)', 'linear(0, 1e7 50%, 1)'])(
    '%s, which no standard has, is refused',
    (text) => {
      expect(() => parseEasing(text)).toThrow('is not an easing');
    },
  );

  it.each(REJECTED)('%s is refused', (text) => {
    expect(() => parseEasing(text)).toThrow(CaesuraError);
  });

  it('agree with bezier-easing over random curves', () => {
    const unit = fc.integer({ min: 0, max: 1000 }).map((n) => n / 1000);
    const any = fc.integer({ min: -1500, max: 2500 }).map((n) => n / 1000);
    fc.assert(
      fc.property(unit, any, unit, any, unit, (x1, y1, x2, y2, t) => {
        // Where the curve is upright its value is not a function of t, and any reference stops
        // somewhere.
        fc.pre(!(x1 > 0.98 && x2 < 0.02));
        const own = easedAt(parseEasing(`cubic-bezier(${x1}, ${y1}, ${x2}, ${y2})`), t);
        expect(own).toBeCloseTo(bezierEasing(x1, y1, x2, y2)(t), 6);
      }),
      { numRuns: 500 },
    );
  });
});

describe('areas under easings', () => {
  it.each(AREAS)('%s', (text, area, parts) => {
    const easing = parseEasing(text);
    expect(toDouble(areaTo(easing, 1, 1))).toBeCloseTo(area, 10);
    for (const [t, part] of Object.entries(parts))
      expect(toDouble(areaTo(easing, Math.round(Number(t) * 100), 100))).toBeCloseTo(part, 10);
  });

  it('equal Gauss quadrature of the values over random curves', () => {
    const unit = fc.integer({ min: 0, max: 100 }).map((n) => n / 100);
    const any = fc.integer({ min: -100, max: 200 }).map((n) => n / 100);
    fc.assert(
      fc.property(unit, any, unit, any, fc.integer({ min: 1, max: 40 }), (x1, y1, x2, y2, n) => {
        const easing = parseEasing(`cubic-bezier(${x1}, ${y1}, ${x2}, ${y2})`);
        let sum = 0;
        // In short pieces, since a Bézier may turn sharply.
        for (let i = 0; i < n; i++)
          sum += gaussQuadrature((t) => easedAt(easing, t), [i / 40, (i + 1) / 40], 64);
        expect(toDouble(areaTo(easing, n, 40))).toBeCloseTo(sum, 4);
      }),
      { numRuns: 100 },
    );
  });

  it.each([
    'linear(0, 0.7 20%, 1)',
    'linear(0 0%, 1.2 60%, 0.9 80%, 1 100%)',
    'steps(4)',
    'steps(3, jump-both)',
  ])('%s equals a fine sum', (text) => {
    const easing = parseEasing(text);
    for (const n of [3, 5, 10]) {
      let sum = 0;
      for (let i = 0; i < 100_000; i++)
        sum += easedAt(easing, ((i + 0.5) / 100_000) * (n / 10)) * (n / 1e6);
      expect(toDouble(areaTo(easing, n, 10))).toBeCloseTo(sum, 4);
    }
  });
});

const ramp = (from: Rational, to: Rational, lasts: number, text: string): SpeedCurve => [
  { at: 0, speed: from, ease: parseEasing(text) },
  { at: lasts, speed: to, ease: LINEAR },
];
const ofNumber = (v: number) => rational(Math.round(v * 100), 100);

describe('speed curves', () => {
  it.each(RAMPS)('%o uses %d source frames', ({ from, to, timelineFrames, easing }, used) => {
    const curve = ramp(ofNumber(from), ofNumber(to), timelineFrames, easing);
    expect(toDouble(playedAt(curve, timelineFrames))).toBeCloseTo(used, 9);
  });

  it('turns round: from forward to backward over 48 frames goes 12 frames out and comes back to the start', () => {
    // Closed form: t − t²/48, greatest at 24.
    const curve = ramp(rational(1), rational(-1), 48, 'linear');
    const gone = Array.from({ length: 49 }, (_, k) => framesGone(curve, k, rational(1)));
    expect(Math.max(...gone)).toBe(12);
    expect(gone[48]).toBe(0);
    expect(gone[24]).toBe(12);
  });

  it('has exact whole frames at constant speeds, before the start too', () => {
    const half = constantCurve(rational(1, 2));
    expect([-3, -2, -1, 0, 1, 2, 3].map((k) => framesGone(half, k, rational(1)))).toEqual([
      -2, -1, -1, 0, 0, 1, 1,
    ]);
    // 50 fps in a film of 24000/1001.
    const stride = rational(50 * 1001, 24000);
    for (let k = 0; k < 3000; k += 7)
      expect(framesGone(constantCurve(rational(1)), k, stride)).toBe(
        Number((BigInt(k) * 50050n) / 24000n),
      );
  });

  it('goes on at the speed of the last key, and jumps where two keys fall together', () => {
    const curve: SpeedCurve = [
      { at: 2, speed: rational(1), ease: LINEAR },
      { at: 6, speed: rational(3), ease: LINEAR },
      { at: 6, speed: rational(0), ease: LINEAR },
    ];
    expect(speedAt(curve, 0)).toBe(1);
    expect(speedAt(curve, 4)).toBe(2);
    expect(speedAt(curve, 6)).toBe(0);
    expect(toDouble(playedAt(curve, 6))).toBe(2 + 8);
    expect(toDouble(playedAt(curve, 60))).toBe(10);
  });

  it('equals quadrature of its own speeds over random keys', () => {
    const easings = [
      'linear',
      'ease-in',
      'ease-out',
      'ease-in-out',
      'cubic-bezier(0.16, 1, 0.3, 1)',
      'steps(3)',
    ];
    const key = fc.record({
      gap: fc.integer({ min: 1, max: 20 }),
      percent: fc.integer({ min: -400, max: 1000 }),
      ease: fc.constantFrom(...easings),
    });
    fc.assert(
      fc.property(
        fc.array(key, { minLength: 1, maxLength: 5 }),
        fc.integer({ min: 1, max: 80 }),
        (keys, at) => {
          let place = -5;
          const curve = keys.map(({ gap, percent, ease }) => ({
            at: (place += gap),
            speed: rational(percent, 100),
            ease: parseEasing(ease),
          }));
          let sum = 0;
          for (let i = 0; i < at * 60; i++) sum += speedAt(curve, (i + 0.5) / 60) / 60;
          const played = toDouble(playedAt(curve, at));
          expect(Math.abs(played - sum)).toBeLessThan(0.02 + Math.abs(played) * 1e-3);
          expect(distanceGone(curve, at, rational(2))).toBeCloseTo(2 * played, 9);
          expect(Math.abs(framesGone(curve, at, rational(2)) - 2 * played)).toBeLessThan(1 + 1e-6);
        },
      ),
      { numRuns: 100 },
    );
  });
});
