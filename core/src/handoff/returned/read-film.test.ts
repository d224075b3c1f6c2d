import { describe, expect, it } from 'vitest';
import { planOfParts } from '../../testing/joined-plans.ts';
import { frameRate, rateLabel } from '../../time/index.ts';
import { cutSheetCsv } from '../csv/cut-sheet.ts';
import { writeEdl } from '../edl/write-edl.ts';
import { planJson } from '../json/plan-file.ts';
import { timelineOtio } from '../otio/write-otio.ts';
import { filmWords, formOf, readFilm } from './read-film.ts';

const plan = planOfParts(frameRate(25), [
  { length: 50, in: 10, frames: 500, rate: frameRate(25) },
  { length: 30, in: 47, frames: 900, rate: frameRate(50) },
]);
const none = { clips: [] };

describe('a file that comes back', () => {
  it('is told by what it begins with, not by its name', () => {
    expect(formOf(writeEdl(plan))).toBe('edl');
    expect(formOf(timelineOtio.write(plan))).toBe('otio');
    expect(formOf(cutSheetCsv.write(plan))).toBe('csv');
    expect(formOf(planJson.write(plan))).toBe('plan');
    expect(formOf('\uFEFF001  AX V C 00:00:00:00 00:00:01:00 00:00:00:00 00:00:01:00')).toBe('edl');
    expect(() => formOf('')).toThrow('The file is empty.');
    expect(() => formOf('Dear editor')).toThrow('no timeline, no edit decision list');
  });

  it('is counted by its labels, and says by what', () => {
    const event = (to: string) => `001  A V C 00:00:00:00 ${to} 01:00:00:00 01:00:${to.slice(6)}`;
    const counted = (text: string, prefer?: ReturnType<typeof frameRate>) => {
      const { counting } = readFilm(text, { ...none, prefer });
      return [rateLabel(counting!.rate), counting!.dropFrame, counting!.why];
    };
    expect(counted(event('00:00:01:23'))).toEqual([
      ...['24', false],
      'Read at 24 frames a second: no label counts past frame 23. 25, 30, 48, 50, 60, 100, 120 may fit as well: choose.',
    ]);
    expect(counted(event('00:00:01:24'))[0]).toBe('25');
    expect(counted(event('00:00:01:29'))[0]).toBe('30');
    expect(counted(event('00:00:01:49'))[0]).toBe('50');
    // What the open plan counts is taken where the labels fit it.
    expect(counted(event('00:00:01:20'), frameRate(24000, 1001)).slice(0, 2)).toEqual([
      '23.976',
      false,
    ]);
    expect(counted(event('00:00:01:24'), frameRate(24))[0]).toBe('25');
    const dropped = `FCM: DROP FRAME\n${event('00:00:01:20')}`;
    expect(counted(dropped).slice(0, 2)).toEqual(['29.97', true]);
    expect(counted(event('00:00:01:20').replaceAll(/:(\d\d)(?= |$)/g, ';$1')).slice(0, 2)).toEqual([
      '29.97',
      true,
    ]);
  });

  it('has sources counted as their comments say, as each file, or as the list', () => {
    const bare = writeEdl(plan).replaceAll(/^\* SOURCE TIMECODE.*\r\n/gm, '');
    const first = (text: string, how: Parameters<typeof readFilm>[1]) =>
      readFilm(text, how).film.pieces[1]!.from;
    // Frame 47 of a file of 50 a second.
    expect(first(writeEdl(plan), none)).toEqual({ num: 47, den: 50 });
    expect(readFilm(bare, { clips: plan.clips }).sources).toBe('of each file');
    expect(first(bare, { clips: plan.clips })).toEqual({ num: 47, den: 50 });
    const asList = readFilm(bare, { ...none, sources: 'of the list' });
    expect(asList.film.told.some(({ words }) => words.includes('47'))).toBe(true);
  });

  it('says what it holds', () => {
    expect(filmWords(readFilm(timelineOtio.write(plan), none).film)).toBe('2 shots');
  });
});
