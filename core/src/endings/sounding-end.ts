import { TIMBRES, CHROMA_RATE, CHROMA_ROW, type Analysis } from '../listen/index.ts';
import { samples, type Samples } from '../time/index.ts';

/**
 * Steps of level below the loudest at which sound counts as having ended: 60 dB in steps of 0.4 dB.
 */
const QUIET = 150;

/**
 * Where the last sound of a file has died away: 60 dB under its loudest band. The end of the file
 * where it never does.
 */
export function soundingEnd(
  chromaAndTimbre: Uint8Array,
  { sampleRate, length }: Pick<Analysis, 'sampleRate' | 'length'>,
): Samples {
  const rows = Math.floor(chromaAndTimbre.length / CHROMA_ROW);
  const levelOf = (row: number): number =>
    chromaAndTimbre
      .subarray(row * CHROMA_ROW, row * CHROMA_ROW + TIMBRES)
      .reduce((most, x) => Math.max(most, x), 0);
  const levels = Array.from({ length: rows }, (_, row) => levelOf(row));
  const most = levels.reduce((a, x) => Math.max(a, x), 0);
  const last = levels.findLastIndex((level) => level > most - QUIET);
  return samples(Math.min(length, Math.round(((last + 1) / CHROMA_RATE) * sampleRate)));
}
