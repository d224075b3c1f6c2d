import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BARS_A_LINE, linesOf, musicLines, scoreLines } from './lines.ts';
import { samplePlan } from '../testing/sample-plan.ts';

describe('lines', () => {
  it('hold four bars each, the last what is left, at one scale', () => {
    const lines = linesOf([0, 2, 4, 6, 8, 10], 0, 12);
    expect(lines.map((l) => [l.bar, l.from, l.to, l.span])).toEqual([
      [1, 0, 8, 8],
      [5, 8, 12, 8],
    ]);
  });

  it('begin no bar for what rounding leaves at the end', () => {
    expect(linesOf([0, 2, 4, 6, 7.99], 0, 8).map((l) => [l.bar, l.to])).toEqual([[1, 8]]);
  });

  it('take a short upbeat on the first line, and give a long one lines of its own', () => {
    expect(linesOf([1, 3, 5, 7, 9], 0, 11).map((l) => [l.bar, l.from, l.to])).toEqual([
      [1, 0, 9],
      [5, 9, 11],
    ]);
    expect(linesOf([10, 12, 14], 0, 16).map((l) => [l.bar, l.from, l.to])).toEqual([
      [null, 0, 8],
      [null, 8, 10],
      [1, 10, 16],
    ]);
  });

  it('go on after the music at its last bar, and are plain without bars', () => {
    expect(linesOf([0, 2], 0, 20).map((l) => l.bar)).toEqual([1, 5, 9]);
    expect(linesOf([], 0, 20).map((l) => [l.bar, l.from, l.to, l.span])).toEqual([
      [null, 0, 8, 8],
      [null, 8, 16, 8],
      [null, 16, 20, 8],
    ]);
  });

  it('follow one another without gap or overlap, whatever the bars', () => {
    const gaps = fc.array(fc.double({ min: 0.5, max: 6, noNaN: true }), { maxLength: 40 });
    fc.assert(
      fc.property(gaps, fc.double({ min: 0.1, max: 200, noNaN: true }), (steps, to) => {
        let at = 0;
        const lines = linesOf(
          steps.map((s) => (at += s)),
          0,
          to,
        );
        expect(lines[0]!.from).toBe(0);
        expect(lines.at(-1)!.to).toBe(to);
        lines.forEach((line, i) => {
          expect(line.to).toBeGreaterThan(line.from);
          expect(line.span).toBeGreaterThanOrEqual(line.to - line.from);
          expect(line.bars.length).toBeLessThanOrEqual(BARS_A_LINE);
          if (i > 0) expect(line.from).toBe(lines[i - 1]!.to);
        });
      }),
    );
  });

  it('number the bars of the film and of the file alike', () => {
    const plan = samplePlan();
    // 45 s at 112 BPM are 21 bars: five full lines and one of one bar (60/112·4 s a bar).
    expect(scoreLines(plan).map((l) => l.bar)).toEqual([1, 5, 9, 13, 17, 21]);
    expect(musicLines(plan.music!).map((l) => l.bar)).toEqual([1, 5, 9, 13, 17, 21]);
  });

  it('holds more bars or fewer at other zooms, a bar on several lines when there are less than one', () => {
    const plan = samplePlan();
    const all = (bars: number) => scoreLines(plan, bars);
    expect(all(8)[0]!.bars).toHaveLength(8);
    expect(all(1)[1]!.bars).toHaveLength(1);
    const quarters = all(1 / 4);
    expect(quarters.slice(0, 5).map((l) => l.bar)).toEqual([1, null, null, null, 2]);
    for (const lines of [all(16), all(2), quarters]) {
      expect(lines[0]!.from).toBe(0);
      lines.slice(1).forEach((line, i) => expect(line.from).toBeCloseTo(lines[i]!.to, 9));
      expect(lines.at(-1)!.to).toBeCloseTo(45, 9);
    }
  });
});
