import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { filmOf } from '../../film/index.ts';
import { planOfParts, type Part } from '../../testing/joined-plans.ts';
import { frameRate, rational, USUAL_RATES } from '../../time/index.ts';
import { newPlan } from '../../plan/index.ts';
import { matchedMedia } from '../returned/match-clips.ts';
import { planOfFilm } from '../returned/plan-of-film.ts';
import { cutSheetCsv } from './cut-sheet.ts';
import { columnsOf, readCutSheet, sheetRows } from './read-cut-sheet.ts';

const at25 = { rate: frameRate(25), dropFrame: false };

describe('a cut sheet', () => {
  it('that was written here is the plan again: cuts, clips, source frames, speeds', () => {
    const part = fc.record({
      length: fc.integer({ min: 2, max: 60 }),
      in: fc.integer({ min: 0, max: 500 }),
      rate: fc.constantFrom(...USUAL_RATES),
      percent: fc.constantFrom(100, 100, 50, 200, 80),
    });
    fc.assert(
      fc.property(
        fc.constantFrom(...USUAL_RATES),
        fc.array(part, { minLength: 1, maxLength: 8 }),
        (rate, drawn) => {
          const plan = planOfParts(
            rate,
            drawn.map(({ percent, ...rest }): Part => ({
              ...{ ...rest, frames: 9000, speed: rational(percent, 100) },
            })),
          );
          const film = readCutSheet(cutSheetCsv.write(plan), { rate, dropFrame: plan.dropFrame });
          expect(film.told).toEqual([]);
          expect(film.start).toBe(plan.start);
          const base = { ...newPlan('Empty'), clips: plan.clips };
          const made = planOfFilm(film, matchedMedia(film, plan.clips), base).plan;
          const shown = (of: typeof plan) =>
            filmOf(of).shots.map(({ start, end, clip, time, length }) => ({
              ...{ start, end, clip: clip?.id },
              shown: Array.from({ length }, (_, k) => time?.at(k)),
            }));
          expect(shown(made)).toEqual(shown(plan));
        },
      ),
      { numRuns: 300 },
    );
  });

  it('of others is read by its headings, or by the columns that are chosen', () => {
    const table = `Nr;Name;In;Out;Tape
1;wide;10:00:00:00;10:00:02:00;A
2;close;10:00:02:00;10:00:03:12;B
x;;;;
3;;10:00:03:12;10:00:04:00;`;
    expect(columnsOf(sheetRows(table)[0]!)).toEqual({ clip: 1, start: 2, end: 3, reel: 4 });
    const film = readCutSheet(table, at25);
    expect(film.pieces.map(({ start, end, media }) => [start, end, media?.name ?? null])).toEqual([
      [0, 50, 'wide'],
      [50, 87, 'close'],
      [87, 100, null],
    ]);
    expect(film.told).toEqual([
      { where: 'row 4', words: 'It does not say where it is in the film: left out.' },
    ]);
    const lengths = readCutSheet('what\tframes\na\t10\nb\t5', {
      ...at25,
      columns: { clip: 0, length: 1 },
    });
    expect(lengths.pieces.map(({ start, end }) => [start, end])).toEqual([
      [0, 10],
      [10, 15],
    ]);
  });

  it('is refused where it says nothing, and never breaks', () => {
    expect(() => readCutSheet('', at25)).toThrow('0 rows');
    expect(() => readCutSheet('a,b\n1,2', at25)).toThrow('No row of the table');
    const cell = fc.oneof(
      fc.string(),
      fc.constantFrom('01:00:00:00', '12', '-5', '"', '99:99:99:99', '1e9', '999999999'),
    );
    fc.assert(
      fc.property(fc.array(fc.array(cell, { maxLength: 6 }), { maxLength: 8 }), (rows) => {
        const text = ['start,end,clip,source in,speed,fps', ...rows.map((r) => r.join(','))];
        try {
          const { pieces } = readCutSheet(text.join('\n'), at25);
          expect(pieces[0]!.start).toBe(0);
        } catch (error) {
          expect((error as { code?: string }).code).toMatch(/^(no-rows|no-pictures)$/);
        }
      }),
      { numRuns: 1000 },
    );
  });
});
