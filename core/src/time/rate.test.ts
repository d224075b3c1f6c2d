import { describe, expect, it } from 'vitest';
import { beatFrame, beatPosition } from './beats.ts';
import { keepTime, positionAtRate } from './convert.ts';
import {
  frameCovering,
  frameShownAt,
  instantOfFrame,
  nearestFrame,
  offsetFrom,
  samplesPerFrame,
} from './instant.ts';
import { frameRate, nominalRate, parseRate, rateLabel, USUAL_RATES } from './rate.ts';
import { ceil, floor, parseRational, rational, round, toNumber, toText } from './rational.ts';
// Source: rational arithmetic computed with BigInt and fraction.js 5.3.4 (named in the file).
import table from './testing/rates.checks.json' with { type: 'json' };

interface Check {
  input: {
    frames?: number;
    from?: string;
    to?: string;
    samplesPerFrame?: { rate: string; sampleRate: number };
    bpm?: number;
    fps?: string;
    beatIndexFrom0?: number;
  };
  expected: {
    exact?: string;
    floor?: number;
    nearest?: number;
    ceil?: number;
    cadenceFrames?: number;
    exactFrame?: string;
    nearestFrame?: number;
    errorMs?: number;
  };
}
const checks = table.checks as Check[];

describe('rates', () => {
  it.each(checks.filter((c) => c.input.frames !== undefined))(
    '$input.frames frames from $input.from to $input.to',
    ({ input, expected }) => {
      const from = parseRate(input.from!);
      const to = parseRate(input.to!);
      const exact = positionAtRate(input.frames!, from, to);
      expect(toText(exact)).toBe(expected.exact);
      expect([floor(exact), round(exact), ceil(exact)]).toEqual([
        expected.floor,
        expected.nearest,
        expected.ceil,
      ]);
      expect(keepTime(input.frames!, from, to)).toBe(expected.nearest);
      const at = instantOfFrame(input.frames!, from);
      expect([frameShownAt(at, to), nearestFrame(at, to), frameCovering(at, to)]).toEqual([
        expected.floor,
        expected.nearest,
        expected.ceil,
      ]);
    },
  );

  it.each(checks.filter((c) => c.input.samplesPerFrame))(
    'samples per frame of $input.samplesPerFrame',
    ({ input, expected }) => {
      const { rate, sampleRate } = input.samplesPerFrame!;
      const exact = samplesPerFrame(parseRate(rate), sampleRate);
      expect(toText(exact)).toBe(expected.exact);
      expect(exact.den).toBe(expected.cadenceFrames);
    },
  );

  it.each(checks.filter((c) => c.input.beatIndexFrom0 !== undefined))(
    'beat $input.beatIndexFrom0 of $input.bpm at $input.fps',
    ({ input, expected }) => {
      const tempo = parseRational(String(input.bpm))!;
      const rate = parseRate(input.fps!);
      const exact = beatPosition(input.beatIndexFrom0!, tempo, rate);
      expect(toText(exact)).toBe(expected.exactFrame);
      const frame = beatFrame(input.beatIndexFrom0!, tempo, rate);
      expect(frame).toBe(expected.nearestFrame);
      const cue = rational(exact.num * rate.den, exact.den * rate.num);
      expect(offsetFrom(frame, cue, rate).milliseconds).toBeCloseTo(expected.errorMs!, 3);
    },
  );

  it.each([
    ...table.beatFloatCensus.examples1,
    ...table.beatFloatCensus.examples2,
    ...table.beatFloatCensus.examples3,
  ])(
    'rounds the exact half up where floats fail: $bpm at $fps, beat $beat',
    ({ bpm, fps, beat, exact, exactValue }) => {
      const tempo = rational(bpm);
      expect(toText(beatPosition(beat, tempo, parseRate(fps)))).toBe(exactValue);
      expect(beatFrame(beat, tempo, parseRate(fps))).toBe(exact);
    },
  );

  it.each(table.decimalRateDrift)('reads $decimal as $exact', ({ decimal, exact }) => {
    expect(toText(parseRate(String(decimal)))).toBe(exact);
  });

  it('writes each usual rate in a form it reads back', () => {
    for (const rate of USUAL_RATES) expect(parseRate(rateLabel(rate))).toEqual(rate);
    expect(USUAL_RATES.map(nominalRate)).toEqual([
      24, 24, 25, 30, 30, 48, 50, 60, 60, 100, 120, 120,
    ]);
  });

  it.each([
    [0, 1],
    [24, 0],
    [-24, 1],
    [1001, 1],
    [1, 2],
    [23.976, 1],
    [Number.NaN, 1],
  ])('refuses a rate of %s/%s', (num, den) => {
    expect(() => frameRate(num, den)).toThrow(/not possible/);
  });

  it('refuses rate text that is none', () => {
    for (const text of ['0/1', '24/0', '', 'fast', '1e3', '24/1.001'])
      expect(() => parseRate(text)).toThrow(/frame rate/);
    expect(parseRate(' 25 fps ')).toEqual(rational(25));
    expect(toNumber(parseRate('12.5'))).toBe(12.5);
  });
});
