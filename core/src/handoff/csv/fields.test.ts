import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cellRead, cellWritten, csvLine } from './fields.ts';

describe('a cell of a table', () => {
  it.each([
    ...['=1+2', '=HYPERLINK("http://example.com")', '+cmd', '-2+3', '@SUM(A1)', '\tx', '\rx'],
    ...["'=1", '-', '+', '=', "''@x"],
  ])('that a spreadsheet would work out is text in it: %j', (text) => {
    // The first characters that OWASP names for CSV injection never stand first.
    expect(cellWritten(text)).not.toMatch(/^[=+\-@\t\r]/);
    expect(cellRead(cellWritten(text))).toBe(text);
  });

  it.each(['12', '-3', '+4.5', '-0,25', '+100 %', "it's", "'quoted'", 'a=b', '', '00:00:01:00'])(
    'stays as it is otherwise: %j',
    (text) => expect(cellWritten(text)).toBe(text),
  );

  it('is read back as it was, whatever it is, through another reader of RFC 4180', () => {
    const cell = fc.oneof(
      fc.string(),
      fc.string({ unit: fc.constantFrom(...['=', '+', '-', '@', "'", '\t', '1', '"', ',', 'a']) }),
    );
    fc.assert(
      fc.property(fc.array(cell, { minLength: 2, maxLength: 6 }), (cells) => {
        const [read] = parse(csvLine(cells), { relax_column_count: true }) as string[][];
        expect(read!.map(cellRead)).toEqual(cells);
        for (const one of read!)
          expect(/^[=+\-@\t\r]/.test(one) && !/^[+-]?\d/.test(one), one).toBe(false);
      }),
      { numRuns: 3000 },
    );
  });
});
