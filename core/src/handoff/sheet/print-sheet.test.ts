import Papa from 'papaparse';
import { filmOf } from '../../film/index.ts';
import { describe, expect, it } from 'vitest';
import { setMove } from '../../plan/edits/edit-joins.ts';
import { addNote } from '../../plan/edits/edit-notes.ts';
import { newPlan, type Plan } from '../../plan/index.ts';
import { putBed, putHit } from '../../plan/edits/edit-effects.ts';
import { kitEffect, planWithKit } from '../../testing/plan-with-effects.ts';
import { formatTimecode, frames } from '../../time/index.ts';
import { writeKeySheet } from '../csv/key-sheet.ts';
import { leftOut } from '../left-out.ts';
import { printSheet } from './print-sheet.ts';

const decoded = (text: string) =>
  text.replace(/&#(\d+);/g, (_, code: string) => String.fromCodePoint(Number(code)));

/** The rows of a table of a page, by its caption: the text of each cell. */
function rowsOf(html: string, caption: string): string[][] {
  const table =
    html.split('<table>').find((part) => part.includes(`<caption>${caption}</caption>`)) ?? '';
  return table
    .split('<tr>')
    .slice(2)
    .map((row) => [...row.matchAll(/<td[^>]*>([^<]*)<\/td>/g)].map(([, text]) => decoded(text!)));
}

const kit = planWithKit();
const sounding = (): Plan => {
  const hit = putHit(setMove(kit, 4, 'zoom-through'), kitEffect(kit, 'whoosh-hard').id, 4);
  const cut = (n: number) => ({ on: 'cut', shot: hit.score!.shots[n]!.id, by: 0 }) as const;
  return addNote(
    putBed(hit, kitEffect(kit, 'room').id, { from: cut(6), to: cut(9) }, frames(24)),
    frames(240),
    'Is <this> “loud” & clear?',
  );
};

describe('the cut sheet to print', () => {
  it('has a row for each shot with its start, length, source and what sounds at its cut', () => {
    const plan = sounding();
    const rows = rowsOf(printSheet.write(plan), 'Shots');
    const shots = filmOf(plan).shots;
    expect(rows).toHaveLength(shots.length);
    rows.forEach((row, i) => {
      const { start, length, sourceIn, sourceOut, clip } = shots[i]!;
      expect(row.slice(0, 3)).toEqual([
        String(i + 1),
        formatTimecode(frames(plan.start + start), plan.rate, plan.dropFrame),
        String(length),
      ]);
      expect(row[4]).toContain(clip!.name);
      expect(row.slice(5, 8)).toEqual([String(sourceIn), String(sourceOut), '100 %']);
    });
    expect(rows[4]![8]).toMatch(/^zoom through \d+ \+ \d+$/);
    expect(rows[4]![11]).toBe('Whoosh, hard');
    expect(rows[6]![11]).toBe('Workshop room');
  });

  it('lists the effects by time with rate and level, and the notes, whatever signs stand in them', () => {
    const plan = sounding();
    const html = printSheet.write(plan);
    const cut = (n: number) =>
      formatTimecode(frames(plan.start + plan.score!.shots[n]!.start), plan.rate, plan.dropFrame);
    const [whoosh, room] = rowsOf(html, 'Effects');
    expect([whoosh![0], whoosh![1], whoosh![3]]).toEqual(['Whoosh, hard', 'on a cut', cut(4)]);
    expect(whoosh![7]).toMatch(/^−?\d+\.\d dB$/);
    expect([room![0], room![1], room![3]]).toEqual(['Workshop room', 'under the film', '']);
    expect(rowsOf(html, 'Notes')).toEqual([
      [expect.stringMatching(/^\d\d:/), 'Is <this> “loud” & clear?'],
    ]);
    expect(html).not.toContain('<this>');
    expect(rowsOf(html, 'Shots').length).toBeGreaterThan(0);
    const none = printSheet.write(kit);
    expect([rowsOf(none, 'Effects'), rowsOf(none, 'Notes')]).toEqual([[], []]);
  });

  it('has every key that the key sheet has of joins and phrases', () => {
    const plan = sounding();
    const rows = rowsOf(printSheet.write(plan), 'Keys of joins and phrases');
    const sheet = Papa.parse<string[]>(writeKeySheet(plan).trim()).data.slice(1);
    expect(rows).toHaveLength(sheet.length);
    expect(rows.length).toBeGreaterThan(0);
    rows.forEach((row, i) => {
      const [at, name, side, frame, timecode, , clipFrame, of, value, unit] = sheet[i]!;
      expect(row.slice(0, 8)).toEqual([
        ...[at, name, side, frame, timecode, clipFrame, of],
        `${value} ${unit}`.trim(),
      ]);
    });
  });

  it('carries nothing from elsewhere into the page, and says what it leaves out', () => {
    const named = { ...sounding(), name: '<img src=x onerror=alert(1)>', client: `"'&` };
    const html = printSheet.write(named);
    expect(html).not.toMatch(/<img|<script|https?:/);
    expect(html).toContain('<h1>&#60;img src=x onerror=alert(1)&#62;</h1>');
    expect(leftOut(named, 'html')).toEqual([]);
    expect(() => printSheet.write(newPlan('Empty'))).toThrow('There are no cuts to hand over yet.');
  });
});
