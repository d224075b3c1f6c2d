import type { Clip } from '../../plan/index.ts';
import { CaesuraError, canDropFrames, plural, type FrameRate } from '../../time/index.ts';
import { columnsOf, readCutSheet, sheetRows, type SheetColumns } from '../csv/read-cut-sheet.ts';
import { filmOfEdl } from '../edl/edl-film.ts';
import { readEdl } from '../edl/read-edl.ts';
import { guessSources, sourcesBy, type SourceLabels } from '../edl/source-labels.ts';
import { readOtio } from '../otio/read-otio.ts';
import type { CutFilm } from './cut-film.ts';
import { guessCounting, type GuessedCounting } from './guess-counting.ts';

/** Forms in which a film comes back. */
export type FilmForm = 'edl' | 'otio' | 'csv' | 'plan';

/** How a file is to be read, where it does not say; what is left out is told from the file. */
export interface HowRead {
  readonly rate?: FrameRate | undefined;
  readonly dropFrame?: boolean | undefined;
  readonly sources?: SourceLabels | undefined;
  readonly columns?: SheetColumns | undefined;
  /** Clips that its media may be. */
  readonly clips: readonly Clip[];
  /** A rate that is taken where the file fits it as well as another. */
  readonly prefer?: FrameRate | undefined;
}

/** A film that was read, and by what. */
export interface ReadFilm {
  readonly form: Exclude<FilmForm, 'plan'>;
  readonly film: CutFilm;
  /** How its labels were taken to count; null where the file says so itself. */
  readonly counting: GuessedCounting | null;
  /** How the labels of sources were read; null where the form has none of its own. */
  readonly sources: SourceLabels | null;
  /** The headings of a table and which of them say what; null of other forms. */
  readonly table: { readonly headings: readonly string[]; readonly columns: SheetColumns } | null;
}

/**
 * The form of a text by what it begins with: JSON of a timeline or of a plan, a list of events, or
 * a table. Throws when it is none of them.
 */
export function formOf(text: string): FilmForm {
  const begin = text
    .slice(0, 20_000)
    .replace(/^\uFEFF/, '')
    .trimStart();
  if (begin.startsWith('{') || begin.startsWith('['))
    return begin.includes('"OTIO_SCHEMA"') ? 'otio' : 'plan';
  if (/^(TITLE:|FCM:|\d{1,6}\s+\S+\s+\S+\s+[CDWK])/im.test(begin)) return 'edl';
  const [first = ''] = begin.split(/\r?\n/);
  if (/[,;\t]/.test(first)) return 'csv';
  throw new CaesuraError(
    'bad-film',
    begin === ''
      ? 'The file is empty.'
      : 'This is no timeline, no edit decision list, no cut sheet and no plan.',
    'Choose a file that ends in .otio, .edl, .csv or .json.',
  );
}

/** Reads a film of any form but a plan. Throws, with the mend, what makes it unreadable. */
export function readFilm(text: string, how: HowRead): ReadFilm {
  const form = formOf(text);
  if (form === 'plan')
    throw new CaesuraError('is-plan', 'This is a plan of ours, not a film cut elsewhere.');
  if (form === 'otio') {
    const film = readOtio(text, how.rate);
    return { form, film, counting: null, sources: null, table: null };
  }
  const edl = form === 'edl' ? readEdl(text) : null;
  const guessed = guessCounting(edl ? edl.events.flatMap(({ record }) => record).join(' ') : text, {
    said: edl?.events.find((e) => e.dropFrame !== null)?.dropFrame ?? null,
    prefer: how.prefer,
  });
  const rate = how.rate ?? guessed.rate;
  const counting = {
    rate,
    dropFrame: (how.dropFrame ?? guessed.dropFrame) && canDropFrames(rate),
  };
  const said = how.rate ? { ...guessed, ...counting, why: 'Read as you chose.' } : guessed;
  if (edl) {
    const sources = how.sources ?? guessSources(edl, counting);
    const film = filmOfEdl(edl, { ...counting, sourceOf: sourcesBy(sources, how.clips) });
    return { form: 'edl', film, counting: said, sources, table: null };
  }
  const [headings = []] = sheetRows(text);
  const columns = how.columns ?? columnsOf(headings);
  const film = readCutSheet(text, { ...counting, columns });
  return { form: 'csv', film, counting: said, sources: null, table: { headings, columns } };
}

/** What a film that was read holds, in a sentence. */
export function filmWords({ pieces, crossings, sounds, markers }: CutFilm): string {
  const shots = pieces.filter(({ media }) => media !== null).length;
  const parts = [
    plural(shots, 'shot'),
    ...(crossings.length > 0 ? [plural(crossings.length, 'dissolve')] : []),
    ...(sounds.length > 0 ? [`${plural(sounds.length, 'piece')} of sound`] : []),
    ...(markers.length > 0 ? [plural(markers.length, 'marker')] : []),
  ];
  return parts.join(', ');
}
