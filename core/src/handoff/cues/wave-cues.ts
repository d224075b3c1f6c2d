import { CaesuraError } from '../../time/index.ts';
import type { CueEntry } from './entry.ts';

/**
 * Cue points of WAVE files: the chunk “cue ” and the labels in the list “adtl” (IBM and Microsoft,
 * “Multimedia Programming Interface and Data Specifications 1.0”, 1991). Positions are samples of
 * the sound.
 */

interface Chunk {
  readonly id: string;
  /** Where its contents begin, and how many bytes they have. */
  readonly at: number;
  readonly size: number;
}

const MEND = 'Choose a WAV file.';

const fourLetters = (bytes: Uint8Array, at: number): string =>
  String.fromCharCode(...bytes.subarray(at, at + 4));
const viewOf = (bytes: Uint8Array): DataView =>
  new DataView(bytes.buffer, bytes.byteOffset, bytes.length);

/** Whether bytes begin as a WAVE file does. */
export const isWave = (bytes: Uint8Array): boolean =>
  bytes.length >= 12 && fourLetters(bytes, 0) === 'RIFF' && fourLetters(bytes, 8) === 'WAVE';

/**
 * The chunks from a place to another, each begun on an even byte. A last one that is cut short
 * counts as far as it goes.
 */
function chunksOf(bytes: Uint8Array, from: number, to: number): Chunk[] {
  const view = viewOf(bytes);
  const chunks: Chunk[] = [];
  for (let at = from; at + 8 <= to;) {
    const size = Math.min(view.getUint32(at + 4, true), to - at - 8);
    chunks.push({ id: fourLetters(bytes, at), at: at + 8, size });
    at += 8 + size + (size % 2);
  }
  return chunks;
}

const fileChunks = (bytes: Uint8Array): Chunk[] => {
  if (!isWave(bytes))
    throw new CaesuraError('bad-wave', 'The file does not begin as a WAV file does.', MEND);
  return chunksOf(bytes, 12, bytes.length);
};

const isLabels = (bytes: Uint8Array, { id, at, size }: Chunk): boolean =>
  id === 'LIST' && size >= 4 && fourLetters(bytes, at) === 'adtl';

/** Zero-ended text: UTF-8 where it is that, else Windows letters. */
function labelText(bytes: Uint8Array): string {
  const end = bytes.indexOf(0);
  const letters = end < 0 ? bytes : bytes.subarray(0, end);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(letters).trim();
  } catch {
    return new TextDecoder('windows-1252').decode(letters).trim();
  }
}

/** The cue points of a WAVE file, by time. Throws when it is none, or has none. */
export function readWaveCues(bytes: Uint8Array): CueEntry[] {
  const chunks = fileChunks(bytes);
  const view = viewOf(bytes);
  const format = chunks.find((c) => c.id === 'fmt ' && c.size >= 16);
  const sampleRate = format ? view.getUint32(format.at + 4, true) : 0;
  const points = chunks.find((c) => c.id === 'cue ' && c.size >= 4);
  const texts = new Map<number, string>();
  for (const list of chunks.filter((c) => isLabels(bytes, c)))
    for (const { id, at, size } of chunksOf(bytes, list.at + 4, list.at + list.size))
      if (id === 'labl' && size > 4)
        texts.set(view.getUint32(at, true), labelText(bytes.subarray(at + 4, at + size)));
  const count = points
    ? Math.min(view.getUint32(points.at, true), Math.floor((points.size - 4) / 24))
    : 0;
  if (count === 0 || sampleRate === 0)
    throw new CaesuraError('no-cues', 'The WAV file holds no cue point.', 'Choose another file.');
  return Array.from({ length: count }, (_, i): CueEntry => {
    const at = points!.at + 4 + 24 * i;
    return {
      at: view.getUint32(at + 20, true) / sampleRate,
      text: texts.get(view.getUint32(at, true)) ?? '',
      kind: null,
    };
  }).toSorted((a, b) => a.at - b.at);
}

/** A chunk with its head, padded to an even length. */
function chunk(id: string, contents: Uint8Array): Uint8Array {
  const bytes = new Uint8Array(8 + contents.length + (contents.length % 2));
  bytes.set(new TextEncoder().encode(id));
  viewOf(bytes).setUint32(4, contents.length, true);
  bytes.set(contents, 8);
  return bytes;
}

function joined(parts: readonly Uint8Array[]): Uint8Array {
  const bytes = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    bytes.set(part, at);
    at += part.length;
  }
  return bytes;
}

function words(...values: readonly number[]): Uint8Array {
  const bytes = new Uint8Array(4 * values.length);
  values.forEach((value, i) => viewOf(bytes).setUint32(4 * i, value, true));
  return bytes;
}

/**
 * A WAVE file with the cues in place of the cue points it had; the sound and everything else in it
 * stays as it is. Throws when it is none.
 */
export function withWaveCues(wave: Uint8Array, entries: readonly CueEntry[]): Uint8Array {
  const chunks = fileChunks(wave);
  const format = chunks.find((c) => c.id === 'fmt ' && c.size >= 16);
  if (!format)
    throw new CaesuraError('bad-wave', 'The WAV file does not say how it is coded.', MEND);
  const sampleRate = viewOf(wave).getUint32(format.at + 4, true);
  const kept = chunks
    .filter((c) => c.id !== 'cue ' && !isLabels(wave, c))
    .map(({ id, at, size }) => chunk(id, wave.subarray(at, at + size)));
  const data = viewOf(new TextEncoder().encode('data')).getUint32(0, true);
  const points = entries.map(({ at }, i) => {
    const sample = Math.round(at * sampleRate);
    return words(i + 1, sample, data, 0, 0, sample);
  });
  const labels = entries.map(({ text }, i) =>
    chunk('labl', joined([words(i + 1), new TextEncoder().encode(`${text}\0`)])),
  );
  const body = joined([
    new TextEncoder().encode('WAVE'),
    ...kept,
    chunk('cue ', joined([words(points.length), ...points])),
    chunk('LIST', joined([new TextEncoder().encode('adtl'), ...labels])),
  ]);
  return joined([new TextEncoder().encode('RIFF'), words(body.length), body]);
}
