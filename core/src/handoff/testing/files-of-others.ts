/**
 * Films as other programs write them: small writers of these tests, which share nothing with those
 * of the project, in the many ways in which the forms are met; and files that are broken. Each is
 * what it is by the film below, counted by hand.
 */

/** A shot of the film: its source by name, first source frame, frames of it and of the film. */
export interface TrueShot {
  readonly name: string;
  readonly from: number;
  readonly lasts: number;
}

/** The film that all of them hold, at 25 frames a second unless they say otherwise. */
export const TRUE_FILM: readonly TrueShot[] = [
  { name: 'wide', from: 1000, lasts: 50 },
  { name: 'close', from: 250, lasts: 24 },
  { name: 'hands', from: 7777, lasts: 61 },
  { name: 'wide', from: 1400, lasts: 40 },
];

/** A file, and what it holds where that is not the film itself. */
export interface OthersFile {
  readonly what: string;
  readonly text: string;
  readonly fps?: number;
  /** First film frame, last source-less stretches and the like: starts of all stretches. */
  readonly starts?: readonly number[];
  /** Words of what must be told. */
  readonly tells?: RegExp;
  /** Whether source frames are those of the film. */
  readonly sameSource?: boolean;
}

const two = (n: number): string => String(n).padStart(2, '0');
const label = (frame: number, fps: number, sign = ':'): string => {
  const seconds = Math.floor(frame / fps);
  const parts = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60];
  return `${parts.map(two).join(':')}${sign}${two(frame % fps)}`;
};

interface EdlWay {
  readonly fps?: number;
  readonly start?: number;
  readonly gap?: string;
  readonly sign?: string;
  readonly head?: string;
  readonly end?: string;
  readonly track?: string;
  readonly digits?: number;
  readonly reel?: (name: string, i: number) => string;
  readonly under?: (shot: TrueShot, i: number) => string;
  readonly film?: readonly TrueShot[];
  /** Frames of black before each shot. */
  readonly apart?: number;
}

/** The film as a list of events. */
function edl({
  fps = 25,
  start = 3600 * fps,
  gap = ' ',
  sign = ':',
  head = 'TITLE: OTHERS\nFCM: NON-DROP FRAME\n\n',
  end = '\n',
  track = 'V',
  digits = 3,
  reel = (name) => name.toUpperCase(),
  under = ({ name }) => `* FROM CLIP NAME: ${name}`,
  film = TRUE_FILM,
  apart = 0,
}: EdlWay = {}): string {
  let at = start;
  const events = film.flatMap((shot, i) => {
    at += apart;
    const { name, from, lasts } = shot;
    const labels = [from, from + lasts, at, at + lasts].map((n) => label(n, fps, sign));
    at += lasts;
    const number = String(i + 1).padStart(digits, '0');
    const said = under(shot, i);
    return [[number, reel(name, i), track, 'C', ...labels].join(gap), ...(said ? [said] : [])];
  });
  return `${head}${events.join(end)}${end}`;
}

type Json = Readonly<Record<string, unknown>>;
const time = (value: number, rate: number): Json => ({
  OTIO_SCHEMA: 'RationalTime.1',
  value,
  rate,
});
const range = (from: number, lasts: number, rate = 25): Json => ({
  ...{ OTIO_SCHEMA: 'TimeRange.1', start_time: time(from, rate), duration: time(lasts, rate) },
});
const media = ({ name }: TrueShot): Json => ({
  ...{ OTIO_SCHEMA: 'ExternalReference.1', target_url: `file:///takes/${name}.mov` },
  available_range: range(0, 90_000),
});
const clip1 = (shot: TrueShot, more: Json = {}): Json => ({
  ...{ OTIO_SCHEMA: 'Clip.1', name: shot.name, source_range: range(shot.from, shot.lasts) },
  ...{ media_reference: media(shot), effects: [], markers: [], metadata: {} },
  ...more,
});
const clip2 = (shot: TrueShot): Json => ({
  ...{ OTIO_SCHEMA: 'Clip.2', name: shot.name, source_range: range(shot.from, shot.lasts) },
  media_references: { DEFAULT_MEDIA: media(shot) },
  ...{ active_media_reference_key: 'DEFAULT_MEDIA', enabled: true },
});
const track = (children: readonly Json[], kind = 'Video'): Json => ({
  ...{ OTIO_SCHEMA: 'Track.1', name: 'V1', kind, children },
});
const stack = (children: readonly Json[]): Json => ({
  OTIO_SCHEMA: 'Stack.1',
  name: 's',
  children,
});
const timeline = (tracks: Json, more: Json = {}): string =>
  JSON.stringify({ OTIO_SCHEMA: 'Timeline.1', name: 'Others', tracks, ...more });
const gapOf = (lasts: number): Json => ({ OTIO_SCHEMA: 'Gap.1', source_range: range(0, lasts) });

/** The film as a table. */
function table(
  heads: readonly string[],
  row: (shot: TrueShot, at: number, i: number) => readonly (string | number)[],
  { sign = ',', end = '\n', quote = false } = {},
): string {
  let at = 0;
  const field = (value: string | number) => (quote ? `"${value}"` : String(value));
  const rows = TRUE_FILM.map((shot, i) => {
    const line = row(shot, at, i).map(field).join(sign);
    at += shot.lasts;
    return line;
  });
  return [heads.map(field).join(sign), ...rows].join(end) + end;
}

const LISTS: readonly OthersFile[] = [
  { what: 'a plain list', text: edl() },
  { what: 'parted by tabs', text: edl({ gap: '\t' }) },
  { what: 'parted by many blanks', text: edl({ gap: '     ' }) },
  { what: 'ends of lines of two signs', text: edl({ end: '\r\n' }) },
  { what: 'ends of lines of one old sign', text: edl({ end: '\r' }) },
  { what: 'no title', text: edl({ head: 'FCM: NON-DROP FRAME\n' }) },
  { what: 'no counting', text: edl({ head: 'TITLE: X\n' }) },
  { what: 'nothing before its events', text: edl({ head: '' }) },
  { what: 'a mark of its bytes first', text: `\uFEFF${edl()}` },
  { what: 'numbers of six digits', text: edl({ digits: 6 }) },
  { what: 'empty lines between', text: edl({ end: '\n\n' }) },
  { what: 'blanks at the ends of lines', text: edl({ end: '  \n' }) },
  { what: 'small letters', text: edl().toLowerCase() },
  { what: 'points in its labels', text: edl({ sign: '.' }) },
  { what: 'reels of several words', text: edl({ reel: (name) => `TAPE ${name}` }) },
  { what: 'one reel for all, names under it', text: edl({ reel: () => 'AX' }) },
  { what: 'reels alone', text: edl({ under: () => '' }) },
  {
    what: 'two blanks before names',
    text: edl({ under: ({ name }) => `* FROM CLIP NAME:  ${name}` }),
  },
  {
    what: 'names without a blank after the star',
    text: edl({ under: ({ name }) => `*FROM CLIP NAME: ${name}` }),
  },
  { what: 'files under it', text: edl({ under: ({ name }) => `* SOURCE FILE: ${name}.mov` }) },
  { what: 'sound and picture together', text: edl({ track: 'B' }) },
  { what: 'sound tracks beside', text: edl({ track: 'AA/V' }) },
  { what: 'a numbered track', text: edl({ track: 'V1' }) },
  { what: 'another hour', text: edl({ start: 10 * 3600 * 25 }) },
  { what: 'from midnight on', text: edl({ start: 0 }) },
  {
    what: 'black between its events',
    text: edl({ apart: 10 }),
    starts: [0, 50, 60, 84, 94, 155, 165],
    sameSource: false,
  },
  { what: 'events out of their order', text: outOfOrder(edl()) },
  { what: 'thirty frames a second', text: edl({ fps: 30 }), fps: 30 },
  { what: 'fifty', text: edl({ fps: 50 }), fps: 50 },
  { what: 'lines that are not known', text: edl().replace('FCM', 'SPLIT: X\nFCM'), tells: /./ },
  {
    what: 'marked places',
    text: edl({
      under: ({ name }, i) => `* FROM CLIP NAME: ${name}\n* LOC: 01:00:00:1${i} RED here`,
    }),
  },
];

/** A list with its second event after its third. */
function outOfOrder(text: string): string {
  const lines = text.split('\n');
  const at = lines.findIndex((line) => line.startsWith('002'));
  const [first, second] = [lines.slice(at, at + 2), lines.slice(at + 2, at + 4)];
  return [...lines.slice(0, at), ...second, ...first, ...lines.slice(at + 4)].join('\n');
}

const DOCUMENTS: readonly OthersFile[] = [
  {
    what: 'clips of the first version',
    text: timeline(stack([track(TRUE_FILM.map((s) => clip1(s)))])),
  },
  { what: 'clips of the second version', text: timeline(stack([track(TRUE_FILM.map(clip2))])) },
  { what: 'a track alone', text: JSON.stringify(track(TRUE_FILM.map(clip2))) },
  { what: 'a stack alone', text: JSON.stringify(stack([track(TRUE_FILM.map(clip2))])) },
  {
    what: 'a collection of timelines',
    text: JSON.stringify({
      OTIO_SCHEMA: 'SerializableCollection.1',
      children: [JSON.parse(timeline(stack([track(TRUE_FILM.map(clip2))])))],
    }),
  },
  {
    what: 'many spaces',
    text: JSON.stringify(JSON.parse(timeline(stack([track(TRUE_FILM.map(clip2))]))), null, 8),
  },
  {
    what: 'a start of its own',
    text: timeline(stack([track(TRUE_FILM.map(clip2))]), { global_start_time: time(90_000, 25) }),
  },
  {
    what: 'sounds beside',
    text: timeline(stack([track(TRUE_FILM.map(clip2)), track(TRUE_FILM.map(clip2), 'Audio')])),
  },
  {
    what: 'a nested track',
    text: timeline(
      stack([
        track([stack([track(TRUE_FILM.slice(0, 2).map(clip2))]), ...TRUE_FILM.slice(2).map(clip2)]),
      ]),
    ),
  },
  {
    what: 'an empty track over it',
    text: timeline(stack([track(TRUE_FILM.map(clip2)), track([])])),
  },
  {
    what: 'a gap over it',
    text: timeline(stack([track(TRUE_FILM.map(clip2)), track([gapOf(30)])])),
  },
  {
    what: 'times at another rate',
    text: timeline(
      stack([
        track(
          TRUE_FILM.map((s) => ({
            ...clip2(s),
            source_range: { ...range(s.from, s.lasts), start_time: time(2 * s.from, 50) },
          })),
        ),
      ]),
    ),
  },
  {
    what: 'notes and facts of others',
    text: timeline(
      stack([
        track(TRUE_FILM.map((s) => clip1(s, { metadata: { other: { deep: [1, { a: null }] } } }))),
      ]),
    ),
  },
  {
    what: 'media that is missing',
    text: timeline(
      stack([
        track(
          TRUE_FILM.map((s) =>
            clip1(s, { media_reference: { OTIO_SCHEMA: 'MissingReference.1' } }),
          ),
        ),
      ]),
    ),
  },
  {
    what: 'no media at all',
    text: timeline(stack([track(TRUE_FILM.map((s) => clip1(s, { media_reference: null })))])),
  },
  {
    what: 'markers',
    text: timeline(
      stack([
        track(
          TRUE_FILM.map((s) =>
            clip1(s, {
              markers: [{ OTIO_SCHEMA: 'Marker.2', name: 'm', marked_range: range(s.from, 0) }],
            }),
          ),
        ),
      ]),
    ),
  },
  {
    what: 'an effect that is not read',
    text: timeline(
      stack([
        track(
          TRUE_FILM.map((s) =>
            clip1(s, { effects: [{ OTIO_SCHEMA: 'Effect.1', effect_name: 'Glow' }] }),
          ),
        ),
      ]),
    ),
    tells: /Glow/,
  },
  {
    what: 'a gap before it',
    text: timeline(stack([track([gapOf(12), ...TRUE_FILM.map(clip2)])])),
    ...{ starts: [0, 12, 62, 86, 147], sameSource: false },
  },
];

const TABLES: readonly OthersFile[] = [
  {
    what: 'frames by comma',
    text: table(['start frame', 'end frame', 'clip', 'source in frame'], (s, at) => [
      at,
      at + s.lasts,
      s.name,
      s.from,
    ]),
  },
  {
    what: 'frames by semicolon',
    text: table(
      ['Start', 'End', 'Name', 'Source in'],
      (s, at) => [at, at + s.lasts, s.name, s.from],
      { sign: ';' },
    ),
  },
  {
    what: 'frames by tab, lines of two signs',
    text: table(
      ['Start', 'End', 'Name', 'Source in'],
      (s, at) => [at, at + s.lasts, s.name, s.from],
      { sign: '\t', end: '\r\n' },
    ),
  },
  {
    what: 'all in quotes',
    text: table(
      ['start frame', 'end frame', 'clip', 'source in frame'],
      (s, at) => [at, at + s.lasts, s.name, s.from],
      { quote: true },
    ),
  },
  {
    what: 'timecodes',
    text: table(['Record In', 'Record Out', 'Clip Name', 'Source In'], (s, at) => [
      ...[label(90_000 + at, 25), label(90_000 + at + s.lasts, 25)],
      ...[s.name, label(s.from, 25)],
    ]),
  },
  {
    what: 'starts and lengths',
    text: table(['Start', 'Length', 'Clip', 'Source in'], (s, at) => [at, s.lasts, s.name, s.from]),
  },
  {
    what: 'columns that are not known between',
    text: table(['No', 'Note', 'Start', 'Who', 'End', 'Clip', 'Source in'], (s, at, i) => [
      ...[i + 1, 'a, b'.replace(',', ''), at, 'me', at + s.lasts, s.name, s.from],
    ]),
  },
  {
    what: 'files and reels',
    text: table(['File', 'Reel', 'Start', 'End', 'Source in'], (s, at, i) => [
      ...[`${s.name}.mov`, `A00${i}`, at, at + s.lasts, s.from],
    ]),
  },
  {
    what: 'a mark of its bytes first',
    text: `\uFEFF${table(['Start', 'End', 'Name', 'Source in'], (s, at) => [at, at + s.lasts, s.name, s.from])}`,
  },
  {
    what: 'rows that say nothing between',
    text: table(['Start', 'End', 'Name', 'Source in'], (s, at) => [
      at,
      at + s.lasts,
      s.name,
      s.from,
    ]).replace('\n50', '\n,,,\n50'),
    tells: /./,
  },
];

/** Films in all the forms that others write. */
export const FILES_OF_OTHERS: readonly OthersFile[] = [
  ...LISTS.map((file) => ({ ...file, what: `list: ${file.what}` })),
  ...DOCUMENTS.map((file) => ({ ...file, what: `document: ${file.what}` })),
  ...TABLES.map((file) => ({ ...file, what: `table: ${file.what}` })),
];

const deep = (levels: number): Json =>
  levels === 0 ? track(TRUE_FILM.map(clip2)) : stack([deep(levels - 1)]);

/** Files that are no film, or are broken. */
export const BROKEN_FILES: readonly { readonly what: string; readonly text: string }[] = [
  { what: 'nothing', text: '' },
  { what: 'blanks', text: ' \n\t\n' },
  { what: 'a title alone', text: 'TITLE: NOTHING\n' },
  { what: 'a letter', text: 'Dear editor' },
  { what: 'a page', text: '<!doctype html><html><body>404</body></html>' },
  { what: 'another markup', text: '<?xml version="1.0"?><film/>' },
  {
    what: 'bytes',
    text: String.fromCharCode(...Array.from({ length: 400 }, (_, i) => (i * 37) % 256)),
  },
  { what: 'a number', text: '42' },
  { what: 'a text of JSON', text: '"film"' },
  { what: 'a list of JSON', text: '[1, 2, 3]' },
  { what: 'an empty object', text: '{}' },
  {
    what: 'a document cut short',
    text: timeline(stack([track(TRUE_FILM.map(clip2))])).slice(0, 700),
  },
  {
    what: 'a document without tracks',
    text: JSON.stringify({ OTIO_SCHEMA: 'Timeline.1', name: 'x' }),
  },
  {
    what: 'a document of nothing but gaps without times',
    text: timeline(stack([track([{ OTIO_SCHEMA: 'Gap.1' }])])),
  },
  { what: 'another schema', text: JSON.stringify({ OTIO_SCHEMA: 'Something.1' }) },
  {
    what: 'a document nested without end',
    text: JSON.stringify({ OTIO_SCHEMA: 'Timeline.1', tracks: deep(400) }),
  },
  {
    what: 'a rate of nothing',
    text: timeline(
      stack([track([{ OTIO_SCHEMA: 'Clip.1', name: 'x', source_range: range(0, 10, 0) }])]),
    ),
  },
  {
    what: 'a length below nothing',
    text: timeline(
      stack([track([{ OTIO_SCHEMA: 'Clip.1', name: 'x', source_range: range(0, -10) }])]),
    ),
  },
  {
    what: 'a length without end',
    text: timeline(
      stack([track([{ OTIO_SCHEMA: 'Clip.1', name: 'x', source_range: range(0, 1e300) }])]),
    ),
  },
  { what: 'labels that are none', text: edl().replaceAll(/\d\d:\d\d:\d\d:\d\d/g, '99:99:99:99') },
  { what: 'events without labels', text: '001  A V C\n002  B V C\n' },
  { what: 'ends before starts', text: edl({ film: TRUE_FILM.map((s) => ({ ...s, lasts: 0 })) }) },
  { what: 'sounds alone', text: edl({ track: 'A' }) },
  { what: 'a heading alone', text: 'Start,End,Clip\n' },
  { what: 'a table of words', text: 'Start,End,Clip\nnow,then,wide\nlater,never,close\n' },
  { what: 'a table without known headings', text: 'a,b,c\n1,2,3\n' },
  { what: 'quotes that do not end', text: 'Start,End,Clip\n"0,50,wide\n50,74,close\n' },
  { what: 'one line of a million signs', text: `001 ${'A'.repeat(1_000_000)} V C` },
];
