import { readFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { frameRate, parseTimecode, rational, toNumber } from '../../time/index.ts';
import type { CutFilm } from '../returned/cut-film.ts';
import { filmOfEdl } from './edl-film.ts';
import { readEdl, type EdlEvent } from './read-edl.ts';

const at24 = { rate: frameRate(24), dropFrame: false, sourceOf: () => null };
const sample = readFileSync(path.join(import.meta.dirname, '../testing/sample.edl'), 'utf8');

/** What is seen on a frame: the media's reel and the frame of it, counted at 24. */
function seen(film: CutFilm, frame: number): [string | null, number] {
  const piece = film.pieces.find(({ start, end }) => frame >= start && frame < end)!;
  if (!piece.media) return [null, 0];
  const time = toNumber(piece.from) + (toNumber(piece.speed) * (frame - piece.start)) / 24;
  return [piece.media.reel, Math.floor(time * 24 + 1e-6)];
}
const label = (text: string) => parseTimecode(text, frameRate(24), false);

describe('an edit decision list', () => {
  // The sample of the layout, from memory: cuts, a dissolve, two speeds, black, a wipe, sound.
  it('is read as it stands there: events, transitions, speeds, names', () => {
    const edl = readEdl(sample);
    expect(edl.title).toBe('PACING SAMPLE');
    expect(edl.events.map(({ number, transition }) => `${number} ${transition}`)).toEqual([
      ...['001 cut', '002 cut', '002 dissolve', '003 cut', '004 cut', '005 cut', '006 cut'],
      ...['006 wipe', '007 cut'],
    ]);
    expect(edl.events[2]).toMatchObject({
      ...{ reel: 'A002', lasts: 24, clipName: 'OPENING WIDE', toClipName: 'CLOSE UP' },
      ...{ dropFrame: false, pictures: [1], sounds: [] },
    });
    expect(edl.events[4]!.motion).toEqual({ perSecond: rational(-12), from: '01:06:40:00' });
    expect(edl.events[8]).toMatchObject({ pictures: [], sounds: [1, 2] });
    expect(edl.told).toEqual([]);
  });

  it('is a film: every frame of the sample shows what the list says, counted by hand', () => {
    const film = filmOfEdl(readEdl(sample), at24);
    expect(film.start).toBe(label('01:00:00:00'));
    expect(film.pieces.at(-1)!.end).toBe(15 * 24 + 12);
    for (const [frame, reel, source] of [
      [0, 'A001', label('00:16:40:00')],
      [95, 'A001', label('00:16:43:23')],
      [96, 'A002', label('00:33:20:00')],
      // Twice as fast from nine seconds on.
      [9 * 24 + 7, 'A003', label('00:50:00:14')],
      // Backwards at half speed from eleven seconds on.
      [11 * 24 + 5, 'A004', label('01:06:40:00') - 2],
      [13 * 24 + 12, 'A005', label('01:23:20:00')],
    ] as const)
      expect(seen(film, frame), `${frame}`).toEqual([reel, source]);
    expect(seen(film, 13 * 24 + 3)).toEqual([null, 0]);
    expect(film.crossings.map(({ at, after, dissolve }) => [at, after, dissolve])).toEqual([
      [96, 24, true],
      [13 * 24 + 12, 12, false],
    ]);
    expect(film.told).toEqual([{ where: 'line 18', words: 'Its wipe is read as a dissolve.' }]);
    expect(film.sounds).toHaveLength(2);
  });

  it('is read however its columns are parted, with reels of several words and signs of its own', () => {
    const edl = readEdl(
      [
        '\uFEFFtitle: Two',
        'FCM: DROP FRAME',
        '1\tday one 3  V2/A1  c  01:00:00;00 01:00:01;00   00:00:00.00 00:00:01.00',
        'AUD  3  4',
        '* LOC: 00:00:00;12 RED   the throw',
        '000002 X B W002 5 0:0:0:0 0:0:0:5 0:0:1:0 0:0:1:5',
        'and this?',
      ].join('\r'),
    );
    const [first, second] = edl.events as [EdlEvent, EdlEvent];
    expect(first).toMatchObject({ reel: 'day one 3', pictures: [2], sounds: [1, 3, 4], line: 3 });
    expect(first.dropFrame).toBe(true);
    expect(second).toMatchObject({ pictures: [1], sounds: [1], transition: 'wipe', lasts: 5 });
    expect(edl.markers).toEqual([{ line: 5, at: '00:00:00;12', words: 'RED   the throw' }]);
    expect(edl.told).toEqual([{ where: 'line 7', words: '“and this?” is not read.' }]);
  });

  it('with pictures on several tracks is what lies highest, and black where none does', () => {
    const film = filmOfEdl(
      readEdl(`TITLE: T
001  LOW   V   C  00:00:10:00 00:00:14:00 01:00:00:00 01:00:04:00
002  HIGH  V2  C  00:00:20:00 00:00:21:00 01:00:01:00 01:00:02:00
003  LATE  V2  C  00:00:30:00 00:00:31:00 01:00:05:00 01:00:06:00`),
      at24,
    );
    expect([0, 24, 47, 48, 96, 119, 120].map((frame) => seen(film, frame))).toEqual([
      ['LOW', 240],
      ['HIGH', 480],
      ['HIGH', 503],
      ['LOW', 288],
      [null, 0],
      [null, 0],
      ['LATE', 720],
    ]);
  });

  it('counts the source as its file does, where that is known', () => {
    const text = `TITLE: T
001  A  V  C  00:00:10:00 00:00:11:00 01:00:00:00 01:00:01:01
M2   A  025.0  00:00:10:00`;
    const at25 = { rate: frameRate(25), dropFrame: false };
    const film = filmOfEdl(readEdl(text), { ...at24, sourceOf: () => at25 });
    const [piece] = film.pieces;
    expect([piece!.from, piece!.speed]).toEqual([rational(10), rational(1)]);
  });

  it('tells what cannot be counted, and is refused where nothing can', () => {
    const text = `TITLE: T
001  A  V  C  00:00:10:00 00:00:11:00 01:00:00:00 01:00:01:00
002  A  V  C  00:00:10:30 00:00:11:00 01:00:01:00 01:00:02:00
003  A  V  C  00:00:10:00 00:00:12:00 01:00:02:00 01:00:03:00`;
    const film = filmOfEdl(readEdl(text), at24);
    expect(film.told).toEqual([
      { where: 'line 3', words: 'There is no timecode 00:00:10:30 at 24 fps.' },
      {
        where: 'line 4',
        words:
          'It takes 48 frames of its source for 24 of the film, without a speed line: read as fitted.',
      },
    ]);
    expect(film.pieces.map(({ media, end }) => [media?.reel ?? null, end])).toEqual([
      ['A', 24],
      [null, 48],
      ['A', 72],
    ]);
    expect(() => readEdl('hello')).toThrow('no event');
    expect(() => filmOfEdl(readEdl('1 A V C 1:0:0:30 1:0:0:31 1:0:0:30 1:0:0:31'), at24)).toThrow(
      'No picture of this list',
    );
  });

  it('never breaks on a list that is not one', () => {
    const pieces = fc.constantFrom(
      ...['001  A  V  C  ', '002 B V D 012 ', '00:00:00:00 ', '01:00:00;02 ', 'M2   A  -012.0  '],
      ...[
        '\r\n',
        '\n',
        '* FROM CLIP NAME: ',
        'FCM: DROP FRAME\n',
        '*',
        'AUD 3',
        '99:99:99:99 ',
        '\u0000',
      ],
      ...['é', 'V2/A', '   ', 'TITLE: x\n', 'W001 ', '* LOC: '],
    );
    fc.assert(
      fc.property(fc.array(fc.oneof(pieces, fc.string()), { maxLength: 60 }), (parts) => {
        const text = `1 A V C 1:0:0:0 1:0:0:9 1:0:0:0 1:0:0:9\n${parts.join('')}`;
        const film = filmOfEdl(readEdl(text), at24);
        expect(film.pieces[0]!.start).toBe(0);
        film.pieces.slice(1).forEach(({ start }, i) => expect(start).toBe(film.pieces[i]!.end));
      }),
      { numRuns: 2000 },
    );
  });
});
