import { usedCues, type CueEdit, type Sound } from '../../plan/index.ts';
import { samples } from '../../time/index.ts';
import { readCueTable, writeCueTable } from './cue-table.ts';
import type { CueEntry } from './entry.ts';
import { readTimedText, writeSubRip, writeWebVtt } from './timed-text.ts';

/** A form in which cues are kept in a file. */
export interface CueFormat {
  readonly id: 'vtt' | 'srt' | 'csv';
  readonly name: string;
  readonly mediaType: string;
  readonly write: (entries: readonly CueEntry[]) => string;
  readonly read: (text: string) => CueEntry[];
}

export const CUE_FORMATS: readonly CueFormat[] = [
  { id: 'vtt', name: 'WebVTT', mediaType: 'text/vtt', write: writeWebVtt, read: readTimedText },
  { id: 'srt', name: 'SubRip', mediaType: 'application/x-subrip', write: writeSubRip, read: readTimedText },
  { id: 'csv', name: 'Table', mediaType: 'text/csv', write: writeCueTable, read: readCueTable },
];

/** The cues of a sound that its switches let through, for a file of cues; what has no name is called by its kind. */
export const cueEntriesOf = (sound: Sound): CueEntry[] =>
  usedCues(sound).map(({ kind, at, name }) => ({
    at: at / sound.analysis.sampleRate,
    kind,
    text: name ?? kind.replace('-', ' '),
  }));

/**
 * Cues of a file as edits of a sound, so that they join what was heard; those after its end are left out. Beats come in as
 * cues by hand, since the beats themselves are put right another way.
 */
export const editsFrom = (entries: readonly CueEntry[], sound: Sound): CueEdit[] =>
  entries.flatMap(({ at, text, kind }): CueEdit[] => {
    const to = Math.round(at * sound.analysis.sampleRate);
    if (to >= sound.analysis.length) return [];
    const own = kind && kind !== 'beat' && kind !== 'downbeat' ? kind : 'hand';
    return [{ kind: own, from: null, to: samples(to), ...(text && { name: text.slice(0, 200) }) }];
  });
