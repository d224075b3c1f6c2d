import { CaesuraError } from '../../time/index.ts';
import { clockText, endOf } from './clock.ts';
import type { CueEntry } from './entry.ts';

/**
 * WebVTT (W3C, “WebVTT: The Web Video Text Tracks Format”) and SubRip files, which differ in their
 * head, the mark before the milliseconds and the numbers before each cue (SubRip: common practice,
 * no standard). Both are read by one reader, since files mix them.
 */

const TIMES = /^\s*(?:(\d{1,3}):)?(\d{1,2}):(\d{2})[.,](\d{1,3})\s*-->/;

/** Text on one line, without tags and line ends. */
const plain = (lines: readonly string[]): string =>
  lines
    .join(' ')
    .replace(/<[^>]*>/g, '')
    .replace(/&lt;/g, '<')
    .replace(/&gt;/g, '>')
    .replace(/&amp;/g, '&')
    .trim();

/** Text that cannot be taken for a tag, a time line or the end of a cue. */
const escaped = (text: string): string =>
  text
    .replace(/\s+/g, ' ')
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;')
    .trim() || '–';

/**
 * The cues of a WebVTT or SubRip file: the start of each and its text. Throws when it holds none.
 */
export function readTimedText(text: string): CueEntry[] {
  const entries: CueEntry[] = [];
  for (const block of text
    .replace(/^\uFEFF/, '')
    .replace(/\r\n?/g, '\n')
    .split(/\n{2,}/)) {
    const lines = block.split('\n');
    const timed = lines.findIndex((line) => TIMES.test(line));
    if (timed < 0) continue;
    const [, h, m, s, ms] = TIMES.exec(lines[timed]!)!;
    const at =
      Number(h ?? 0) * 3600 + Number(m) * 60 + Number(s) + Number(ms!.padEnd(3, '0')) / 1000;
    entries.push({ at, text: plain(lines.slice(timed + 1)), kind: null });
  }
  if (entries.length === 0)
    throw new CaesuraError(
      'no-cues',
      'No cue was found in the file: no line has a time such as 00:00:01.250 --> 00:00:02.000.',
      'Give a WebVTT or SubRip file.',
    );
  return entries.toSorted((a, b) => a.at - b.at);
}

/** Cues as a WebVTT file. */
export const writeWebVtt = (entries: readonly CueEntry[]): string =>
  `WEBVTT\n${entries
    .map(
      (e, i) =>
        `\n${clockText(e.at, '.')} --> ${clockText(endOf(entries, i), '.')}\n${escaped(e.text)}\n`,
    )
    .join('')}`;

/** Cues as a SubRip file. */
export const writeSubRip = (entries: readonly CueEntry[]): string =>
  entries
    .map(
      (e, i) =>
        `${i + 1}\n${clockText(e.at, ',')} --> ${clockText(endOf(entries, i), ',')}\n${e.text.replace(/\s+/g, ' ').trim() || '–'}\n`,
    )
    .join('\n');
