import { CaesuraError, type GivenSeconds } from '../../time/index.ts';
import type { BeatEntries, CueFile } from './entry.ts';

/**
 * Times in seconds, one in a line, as taps and notes of beats are kept by hand and by many tools
 * for research (common practice, no source); after the time may stand the number of the beat in its
 * bar.
 */

/** Beats as lines of a time and the number in the bar; 0 for those before the first bar. */
export function writeBeatTimes({ at, bars }: BeatEntries): string {
  const starts = new Set(bars);
  let number = 0;
  return at
    .map((time, i) => {
      number = starts.has(i) ? 1 : number > 0 ? number + 1 : 0;
      return `${time.toFixed(6)}\t${number}\n`;
    })
    .join('');
}

/** Taps as lines of times. */
export const writeTaps = (taps: readonly GivenSeconds[]): string =>
  taps.map((at) => `${at.toFixed(6)}\n`).join('');

/**
 * Reads lines of times: as beats when each has its number in the bar, else as taps of a person.
 * Lines that start with # are passed over. Throws with the number of the first line that is none.
 */
export function readBeatTimes(text: string): CueFile {
  const rows = text
    .replace(/^\uFEFF/, '')
    .split(/\r\n?|\n/)
    .map((line, i) => ({ line: line.trim(), number: i + 1 }))
    .filter(({ line }) => line !== '' && !line.startsWith('#'))
    .map(({ line, number }) => {
      const [time, beat] = line.split(/[\s;]+/);
      const at = Number(time!.replace(',', '.'));
      if (!(at >= 0 && at < 1e6))
        throw new CaesuraError(
          'bad-cue',
          `Line ${number}: “${line.slice(0, 40)}” is no time in seconds.`,
          'Give one time in a line, such as 12.5.',
        );
      return { at, beat: beat === undefined ? null : Number(beat) };
    })
    .toSorted((a, b) => a.at - b.at);
  if (rows.length < 2)
    throw new CaesuraError(
      'no-cues',
      'The file holds fewer than two times.',
      'Give one time in a line.',
    );
  const at = rows.map((row) => row.at);
  if (!rows.every(({ beat }) => Number.isInteger(beat)))
    return { entries: [], beats: null, taps: at };
  const bars = rows.flatMap(({ beat }, i) => (beat === 1 ? [i] : []));
  return {
    entries: [],
    beats: { at, bars, beatsPerBar: rows.reduce((most, r) => Math.max(most, r.beat!), 0) },
    taps: null,
  };
}
