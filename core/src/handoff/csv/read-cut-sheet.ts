import Papa from 'papaparse';
import {
  CaesuraError,
  divide,
  frames,
  multiply,
  parseRate,
  parseRational,
  parseTimecode,
  rational,
  type FrameRate,
  type Rational,
} from '../../time/index.ts';
import type { CutFilm, CutPiece } from '../returned/cut-film.ts';
import { flattened } from '../returned/flatten.ts';
import { Telling } from '../told.ts';
import { cellRead } from './fields.ts';

/** What a column of a cut sheet can say, with the headings under which it usually stands. */
const USUAL_HEADINGS = {
  start: ['start frame', 'start timecode', 'record in', 'start', 'in'],
  end: ['end frame', 'end timecode', 'record out', 'end', 'out'],
  length: ['length frames', 'length', 'duration'],
  label: ['start timecode', 'record in'],
  clip: ['clip', 'clip name', 'name'],
  file: ['file', 'file name', 'source file'],
  reel: ['reel', 'tape'],
  source: ['source in frame', 'source in timecode', 'source in', 'source start'],
  sourceOut: ['source out frame', 'source out timecode', 'source out', 'source end'],
  rate: ['source rate', 'clip rate', 'fps'],
  speed: ['speed %', 'speed (%)', 'speed'],
} as const;
export type SheetColumn = keyof typeof USUAL_HEADINGS;
/** What columns of a table can say. */
export const SHEET_COLUMNS = Object.keys(USUAL_HEADINGS) as readonly SheetColumn[];

/** Which column of a table says what, counted from 0. */
export type SheetColumns = Partial<Record<SheetColumn, number>>;

/** How a table is to be read: the counting of the film, and its columns where they are chosen. */
export interface SheetReading {
  readonly rate: FrameRate;
  readonly dropFrame: boolean;
  readonly columns?: SheetColumns;
}

/** Most rows of a table, and longest text of one in characters. */
const [MOST, LONGEST] = [100_000, 50_000_000];

/** The columns of a table by its headings. */
export function columnsOf(headings: readonly string[]): SheetColumns {
  const named = headings.map((heading) => heading.trim().toLowerCase());
  return Object.fromEntries(
    Object.entries(USUAL_HEADINGS).flatMap(([column, names]) => {
      const at = names.map((name) => named.indexOf(name)).find((i) => i >= 0);
      return at === undefined ? [] : [[column, at]];
    }),
  );
}

/** The rows of a table parted by commas, semicolons or tabs. Throws when it has none. */
export function sheetRows(text: string): readonly (readonly string[])[] {
  const mend = 'Choose a table with a heading row, parted by commas, semicolons or tabs.';
  if (text.length > LONGEST)
    throw new CaesuraError('too-large', `The table has ${text.length} characters.`, mend);
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: true });
  if (data.length < 2 || data.length > MOST)
    throw new CaesuraError('no-rows', `The table has ${Math.max(0, data.length - 1)} rows.`, mend);
  return data.map((row) => row.map(cellRead));
}

/** Frames of a cell: a whole number, or a timecode of a counting; null where it is neither. */
function framesIn(cell: string, rate: FrameRate, dropFrame: boolean): number | null {
  const words = cell.trim();
  if (/^-?\d{1,9}$/.test(words)) return Number(words);
  try {
    return parseTimecode(words.replaceAll(';', ':'), rate, dropFrame);
  } catch {
    return null;
  }
}

/** A row of a table by its columns. */
class Row {
  readonly #cells: readonly string[];
  readonly #columns: SheetColumns;
  readonly #reading: SheetReading;

  constructor(cells: readonly string[], columns: SheetColumns, reading: SheetReading) {
    this.#cells = cells;
    this.#columns = columns;
    this.#reading = reading;
  }

  /** What stands in a column; empty where there is none. */
  text(column: SheetColumn): string {
    const at = this.#columns[column];
    return at === undefined ? '' : (this.#cells[at] ?? '').trim();
  }

  /** Frames of the film in a column. */
  frames(column: SheetColumn): number | null {
    return framesIn(this.text(column), this.#reading.rate, this.#reading.dropFrame);
  }

  /** Pictures a second of the source; those of the film where it does not say. */
  get rate(): FrameRate | null {
    try {
      return parseRate(this.text('rate'));
    } catch {
      return null;
    }
  }

  /** A place in the source in seconds; null where there is none. */
  seconds(column: 'source' | 'sourceOut'): Rational | null {
    const rate = this.rate ?? this.#reading.rate;
    const count = framesIn(this.text(column), rate, false);
    return count === null ? null : divide(rational(count), rate);
  }
}

/** Seconds of the source in a second of the film: as it says, or as its ends have it. */
function speedOf(row: Row, lasts: Rational, where: string, telling: Telling): Rational {
  const written = row.text('speed');
  const percent = parseRational(written.replace(/\s*%$/, ''));
  if (percent) return divide(percent, rational(100));
  const [from, to] = [row.seconds('source'), row.seconds('sourceOut')];
  if (from && to && written !== '') {
    telling.add(where, `Its speed is “${written.slice(0, 20)}”: read as even over its source.`);
    const taken = { num: to.num * from.den - from.num * to.den, den: to.den * from.den };
    return divide(rational(taken.num, taken.den), lasts);
  }
  return rational(1);
}

/**
 * Reads a cut sheet: ours, or any table with a heading row whose columns are known or chosen. Rows
 * that do not say where they are are told and left out. Throws when no row does.
 */
export function readCutSheet(text: string, reading: SheetReading): CutFilm {
  const { rate, dropFrame } = reading;
  const [headings, ...rows] = sheetRows(text);
  const columns = reading.columns ?? columnsOf(headings!);
  const telling = new Telling();
  const all = rows.map((cells) => new Row(cells, columns, reading));
  const label = all.map((row) => row.frames('label')).find((frame) => frame !== null);
  const counted = all.map((row) => ({ row, start: row.frames('start') }));
  const firsts = counted.flatMap(({ start }) => (start === null ? [] : [start]));
  const first = firsts.reduce((a, b) => Math.min(a, b), Infinity);
  let next = 0;
  const pieces = counted.flatMap(({ row, start: written }, i): CutPiece[] => {
    const where = `row ${i + 2}`;
    const start = written === null ? next : written - first;
    const end = row.frames('end');
    const length = end !== null && written !== null ? end - written : row.frames('length');
    if (length === null || length <= 0 || start < next) {
      telling.add(where, 'It does not say where it is in the film: left out.');
      return [];
    }
    next = start + length;
    const [name, fileName, reel] = (['clip', 'file', 'reel'] as const).map((c) => row.text(c));
    const media =
      name || fileName || reel
        ? {
            ...{ name: name!, fileName: fileName || null, reel: reel || null },
            ...{ rate: row.rate, available: null },
          }
        : null;
    return [
      {
        ...{ start: frames(start), end: frames(next), media, where },
        from: row.seconds('source') ?? rational(0),
        speed: speedOf(
          row,
          multiply(rational(length), rational(rate.den, rate.num)),
          where,
          telling,
        ),
      },
    ];
  });
  if (pieces.length === 0)
    throw new CaesuraError(
      'no-pictures',
      'No row of the table says where it is in the film.',
      'Choose the columns in which starts and ends, or lengths, stand.',
    );
  return {
    ...{ name: '', rate, dropFrame, start: frames(Math.max(0, label ?? 0)) },
    pieces: flattened([pieces], rate),
    ...{ crossings: [], sounds: [], markers: [], told: telling.told },
  };
}
