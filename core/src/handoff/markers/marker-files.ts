import { filmOf } from '../../film/index.ts';
import type { Plan } from '../../plan/index.ts';
import { formatTimecode, toNumber, type FrameRate } from '../../time/index.ts';
import { clockText } from '../cues/clock.ts';
import { csvLine } from '../csv/fields.ts';
import type { ListFile } from '../list-file.ts';
import { filmMarkers, secondsAt, type FilmMarker } from './film-markers.ts';

/** A stretch of text in seconds of the film. */
interface TimedText {
  readonly from: number;
  readonly to: number;
  readonly text: string;
}

const plain = (text: string): string => text.replace(/\s+/g, ' ').trim() || '–';
const escaped = (text: string): string =>
  plain(text).replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');

/** Stretches of text as WebVTT (W3C). */
const webVtt = (texts: readonly TimedText[]): string =>
  `WEBVTT\n${texts
    .map(
      ({ from, to, text }) =>
        `\n${clockText(from, '.')} --> ${clockText(to, '.')}\n${escaped(text)}\n`,
    )
    .join('')}`;
/** The same as SubRip (common practice, no standard). */
const subRip = (texts: readonly TimedText[]): string =>
  texts
    .map(
      ({ from, to, text }, i) =>
        `${i + 1}\n${clockText(from, ',')} --> ${clockText(to, ',')}\n${plain(text)}\n`,
    )
    .join('\n');

const timecodeOf = ({ start, rate, dropFrame }: Plan, frame: number): string =>
  formatTimecode(start + frame, rate, dropFrame);

/** Marks as stretches of text: a place lasts a frame. */
const markTexts = (plan: Plan): TimedText[] =>
  filmMarkers(plan).map(({ kind, frame, lasts, name }) => ({
    from: secondsAt(frame, plan),
    to: secondsAt(frame + Math.max(1, lasts), plan),
    text: `${kind}: ${name}`,
  }));

const MARKERS_VTT: ListFile = {
  ...{ id: 'markers-vtt', name: 'Markers, WebVTT', ending: 'markers.vtt', mediaType: 'text/vtt' },
  purpose: 'Cuts, events, sections, phrases, effects and notes as cues by time.',
  write: (plan) => webVtt(markTexts(plan)),
};

const MARKERS_CSV: ListFile = {
  ...{ id: 'markers-csv', name: 'Markers, table', ending: 'markers.csv', mediaType: 'text/csv' },
  purpose: 'The same with frames and timecodes, for a spreadsheet.',
  write: (plan) =>
    [
      ['kind', 'timecode', 'frame', 'frames', 'seconds', 'name'],
      ...filmMarkers(plan).map(({ kind, frame, lasts, name }) => [
        ...[kind, timecodeOf(plan, frame), frame, lasts],
        ...[secondsAt(frame, plan).toFixed(6), name],
      ]),
    ]
      .map(csvLine)
      .join(''),
};

/** Colours of markers in OpenTimelineIO by kind; meaning is in their names too. */
const COLOURS: Readonly<Record<FilmMarker['kind'], string>> = {
  cut: 'RED',
  event: 'ORANGE',
  section: 'GREEN',
  drop: 'MAGENTA',
  phrase: 'PURPLE',
  effect: 'CYAN',
  note: 'YELLOW',
};

const time = (value: number, rate: FrameRate) => ({
  ...{ OTIO_SCHEMA: 'RationalTime.1', rate: toNumber(rate), value },
});

const MARKERS_OTIO: ListFile = {
  ...{ id: 'markers-otio', name: 'Markers, OpenTimelineIO', ending: 'markers.otio' },
  mediaType: 'application/json',
  purpose: 'The same as markers over a gap as long as the film, to lay over a timeline.',
  write: (plan) => {
    const { rate } = plan;
    const length = plan.score?.length ?? plan.target;
    const range = (from: number, lasts: number) => ({
      ...{ OTIO_SCHEMA: 'TimeRange.1', start_time: time(from, rate), duration: time(lasts, rate) },
    });
    const markers = filmMarkers(plan).map(({ kind, frame, lasts, name }) => ({
      ...{ OTIO_SCHEMA: 'Marker.2', name, color: COLOURS[kind], metadata: { caesura: { kind } } },
      marked_range: range(frame, lasts),
    }));
    const gap = { OTIO_SCHEMA: 'Gap.1', name: '', source_range: range(0, length), markers };
    const track = { OTIO_SCHEMA: 'Track.1', name: 'Markers', kind: 'Video', children: [gap] };
    const tracks = { OTIO_SCHEMA: 'Stack.1', name: 'tracks', children: [track] };
    const document = {
      ...{ OTIO_SCHEMA: 'Timeline.1', name: `${plan.name}, markers`, tracks },
      global_start_time: time(plan.start, rate),
    };
    return `${JSON.stringify(document, null, 2)}\n`;
  },
};

/** Longest that a word stays, in seconds, and words that go on one line. */
const [LONGEST, ON_A_LINE] = [4, 7];
/** Seconds between words from which a new line begins. */
const PAUSE = 0.6;

/** The words of voice and lyrics as lines of text; the words are named where that was done. */
function wordLines(plan: Plan): TimedText[] {
  const words = filmOf(plan).cues.filter(({ kind }) => kind === 'word');
  const lines: { from: number; to: number; text: string[] }[] = [];
  words.forEach(({ at, name }, i) => {
    const from = toNumber(at);
    const next = words[i + 1] ? toNumber(words[i + 1]!.at) : from + LONGEST;
    const last = lines.at(-1);
    const to = Math.min(next, from + LONGEST);
    const text = name || '…';
    if (last && from - last.to < 1e-6 && last.text.length < ON_A_LINE) {
      last.text.push(text);
      last.to = to;
    } else lines.push({ from, to, text: [text] });
    // A pause ends a line.
    if (next - from > PAUSE && lines.at(-1)) lines.at(-1)!.to = Math.min(to, from + PAUSE);
  });
  return lines.map(({ from, to, text }) => ({ from, to, text: text.join(' ') }));
}

const SUBTITLES_VTT: ListFile = {
  ...{ id: 'subtitles-vtt', name: 'Words, WebVTT', ending: 'words.vtt', mediaType: 'text/vtt' },
  purpose: 'The words of voice and lyrics as subtitles; those without a name stand as an ellipsis.',
  write: (plan) => webVtt(wordLines(plan)),
};
const SUBTITLES_SRT: ListFile = {
  ...{ id: 'subtitles-srt', name: 'Words, SubRip', ending: 'words.srt' },
  mediaType: 'application/x-subrip',
  purpose: 'The same in the older form.',
  write: (plan) => subRip(wordLines(plan)),
};

const SECTIONS: ListFile = {
  ...{ id: 'sections', name: 'Sections', ending: 'sections.txt', mediaType: 'text/plain' },
  purpose: 'The sections of the music by minutes and seconds, one a line, the first from 0:00.',
  write: (plan) => {
    const sections = filmMarkers(plan).filter(({ kind }) => kind === 'section' || kind === 'drop');
    const clock = (frame: number) => {
      const seconds = Math.floor(secondsAt(frame, plan));
      const [h, m, s] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60];
      const two = (n: number) => String(n).padStart(2, '0');
      return h > 0 ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`;
    };
    const first = sections[0]?.frame === 0 ? [] : [`0:00 ${plan.name}`];
    return `${[...first, ...sections.map(({ frame, name }) => `${clock(frame)} ${plain(name)}`)].join('\n')}\n`;
  },
};

/** Marks, words and sections of a film as files. */
export const MARKER_FILES: readonly ListFile[] = [
  MARKERS_VTT,
  MARKERS_CSV,
  MARKERS_OTIO,
  SUBTITLES_VTT,
  SUBTITLES_SRT,
  SECTIONS,
];
