import { tapped, type Correction } from '../../listen/index.ts';
import { correctedBeats, usedCues } from '../../film/index.ts';
import type { CueEdit, Sound } from '../../plan/index.ts';
import { CaesuraError, samples, type Samples } from '../../time/index.ts';
import { readBeatTimes, writeBeatTimes } from './beat-times.ts';
import { readCueTable, writeCueTable } from './cue-table.ts';
import { cuesOnly, type BeatEntries, type CueEntry, type CueFile } from './entry.ts';
import { readMidiCues, writeMidiCues } from './midi.ts';
import { readTimedText, writeSubRip, writeWebVtt } from './timed-text.ts';
import { readWaveCues } from './wave-cues.ts';

/** A form in which cues are read from a file. */
export interface CueFormat {
  readonly id: 'vtt' | 'srt' | 'csv' | 'mid' | 'txt' | 'wav';
  readonly name: string;
  /** Endings of file names, without the dot. */
  readonly endings: readonly string[];
  readonly mediaType: string;
  /** Reads a file of cues for a sound that lasts so many seconds. Throws when it cannot. */
  readonly read: (bytes: Uint8Array, lasts: number) => CueFile;
}

/** A form in which cues are written too, apart from any sound. */
export interface WrittenCueFormat extends CueFormat {
  readonly write: (entries: readonly CueEntry[], beats: BeatEntries) => string | Uint8Array;
}

const textOf = (bytes: Uint8Array): string => new TextDecoder().decode(bytes);

/** The forms that are files of their own. */
export const CUE_FORMATS: readonly WrittenCueFormat[] = [
  {
    id: 'vtt',
    name: 'WebVTT',
    endings: ['vtt'],
    mediaType: 'text/vtt',
    write: writeWebVtt,
    read: (bytes) => cuesOnly(readTimedText(textOf(bytes))),
  },
  {
    id: 'srt',
    name: 'SubRip',
    endings: ['srt'],
    mediaType: 'application/x-subrip',
    write: writeSubRip,
    read: (bytes) => cuesOnly(readTimedText(textOf(bytes))),
  },
  {
    id: 'csv',
    name: 'Table',
    endings: ['csv'],
    mediaType: 'text/csv',
    write: writeCueTable,
    read: (bytes) => cuesOnly(readCueTable(textOf(bytes))),
  },
  {
    id: 'mid',
    name: 'MIDI',
    endings: ['mid', 'midi'],
    mediaType: 'audio/midi',
    write: writeMidiCues,
    read: readMidiCues,
  },
  {
    id: 'txt',
    name: 'Beat times',
    endings: ['txt'],
    mediaType: 'text/plain',
    write: (_, beats) => writeBeatTimes(beats),
    read: (bytes) => readBeatTimes(textOf(bytes)),
  },
];

/** Cue points in a sound file; written into the sound they belong to by `withWaveCues`. */
export const WAVE_CUES: CueFormat = {
  id: 'wav',
  name: 'Cue points',
  endings: ['wav'],
  mediaType: 'audio/wav',
  read: (bytes) => cuesOnly(readWaveCues(bytes)),
};

/**
 * The cues of a sound that its switches let through, for a file of cues; what has no name is called
 * by its kind.
 */
export const cueEntriesOf = (sound: Sound): CueEntry[] =>
  usedCues(sound).map(({ kind, at, name, strength }) => ({
    at: at / sound.analysis.sampleRate,
    kind,
    text: name ?? kind.replace('-', ' '),
    strength,
  }));

/** The beats of a sound as corrected, for a file of cues. */
export function beatEntriesOf(sound: Sound): BeatEntries {
  const { beats, downbeats, beatsPerBar, sampleRate } = correctedBeats(sound);
  return { at: beats.map((b) => b.at / sampleRate), bars: downbeats, beatsPerBar };
}

/** What a file of cues changes in a sound. */
export interface BroughtIn {
  readonly cues: readonly CueEdit[];
  readonly beats: Correction | null;
  /** Cues and beats before the start of the sound or after its end, which were left out. */
  readonly outside: number;
}

/** Least time between two beats of a file, in seconds. */
const CLOSEST = 0.05;

/**
 * Beats of a file, or taps put right, as a correction; null when fewer than two lie inside the
 * sound. Throws when they are too close to be beats.
 */
function givenBeats({ beats, taps }: CueFile, sound: Sound): Correction | null {
  const { sampleRate, length } = sound.analysis;
  const inside = (times: readonly number[]): Samples[] =>
    times.map((at) => samples(Math.round(at * sampleRate))).filter((at) => at >= 0 && at < length);
  if (taps) {
    const put = tapped(inside(taps), sound.found.onsets, sampleRate).beats;
    return put.length < 2 ? null : { do: 'give', beats: put };
  }
  if (!beats) return null;
  const given = inside(beats.at);
  const early = beats.at.filter((at) => Math.round(at * sampleRate) < 0).length;
  if (given.length < 2) return null;
  if (given.some((at, i) => i > 0 && at - given[i - 1]! < CLOSEST * sampleRate))
    throw new CaesuraError(
      'bad-beats',
      `Two beats of the file are less than ${1000 * CLOSEST} ms apart.`,
      'Give the beats of the music, each once.',
    );
  const beatsPerBar = Math.min(12, Math.max(2, beats.beatsPerBar));
  return {
    do: 'give',
    beats: given,
    // Beats that were left out at the start move the others up.
    bars: beats.bars.map((i) => i - early).filter((i) => i >= 0 && i < given.length),
    beatsPerBar,
  };
}

/**
 * What a file of cues changes in a sound: its cues join what was heard, its beats or taps take the
 * place of those in their span. Beats among the cues come in as cues by hand where the file gives
 * no beats of their own. Throws when its beats cannot be beats.
 */
export function broughtIn(file: CueFile, sound: Sound): BroughtIn {
  const { sampleRate, length } = sound.analysis;
  const cues = file.entries.flatMap(({ at, text, kind }): CueEdit[] => {
    const to = Math.round(at * sampleRate);
    if (!(to >= 0 && to < length)) return [];
    const own = kind && kind !== 'beat' && kind !== 'downbeat' ? kind : 'hand';
    return [{ kind: own, from: null, to: samples(to), ...(text && { name: text.slice(0, 200) }) }];
  });
  const beats = givenBeats(file, sound);
  const times = [...(file.beats?.at ?? []), ...(file.taps ?? [])];
  const inside = (at: number) => {
    const sample = Math.round(at * sampleRate);
    return sample >= 0 && sample < length;
  };
  const lost = times.filter((at) => !inside(at)).length;
  return { cues, beats, outside: file.entries.length - cues.length + lost };
}
