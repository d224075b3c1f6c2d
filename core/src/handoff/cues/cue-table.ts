import Papa from 'papaparse';
import { CUE_KINDS, type CueKind } from '../../plan/index.ts';
import { CaesuraError } from '../../time/index.ts';
import { cellRead, csvLine } from '../csv/fields.ts';
import type { CueEntry } from './entry.ts';

const HEADER = ['seconds', 'kind', 'text'];

const isKind = (text: string): text is CueKind => (CUE_KINDS as readonly string[]).includes(text);

/** Cues as comma-separated values (RFC 4180): seconds to the microsecond, kind and text. */
export const writeCueTable = (entries: readonly CueEntry[]): string =>
  [HEADER, ...entries.map((e) => [e.at.toFixed(6), e.kind ?? '', e.text])]
    .map((row) => csvLine(row))
    .join('');

/**
 * The cues of comma-, semicolon- or tab-separated values: a column `seconds` or `time` (else the
 * first) and, where they are, `kind` and `text` or `name`. Throws with the line of the first time
 * that is none.
 */
export function readCueTable(text: string): CueEntry[] {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trim(), {
    skipEmptyLines: true,
  });
  const head = data[0]?.map((name) => name.trim().toLowerCase()) ?? [];
  const column = (...names: string[]) => head.findIndex((name) => names.includes(name));
  const named = column('seconds', 'time') >= 0;
  const [time, kind, label] = [
    Math.max(0, column('seconds', 'time')),
    column('kind'),
    column('text', 'name'),
  ];
  const rows = named ? data.slice(1) : data;
  if (rows.length === 0)
    throw new CaesuraError(
      'no-cues',
      'The table holds no cue.',
      'Give a time in seconds in each line.',
    );
  const entries = rows.map((row, i): CueEntry => {
    const at = Number((row[time] ?? '').trim().replace(',', '.') || NaN);
    if (!(at >= 0 && at < 1e6))
      throw new CaesuraError(
        'bad-cue',
        `Line ${i + (named ? 2 : 1)}: “${(row[time] ?? '').slice(0, 40)}” is no time in seconds.`,
        'Give seconds such as 12.5 in the first column, or in one called “seconds”.',
      );
    const said = (row[kind] ?? '').trim();
    return {
      at,
      text: cellRead(row[label] ?? (named ? '' : (row[1] ?? ''))).trim(),
      kind: isKind(said) ? said : null,
    };
  });
  return entries.toSorted((a, b) => a.at - b.at);
}
