import { TIMBRES, PITCHES, CHROMA_RATE, CHROMA_ROW } from '../listen/index.ts';
import type { Samples } from '../time/index.ts';

/** Pieces into which a bar is cut to be compared. */
const PIECES = 8;
const ROW = PIECES * CHROMA_ROW;
/**
 * Weight of harmony against colour; there are fewer values of it, and a wrong chord is heard more
 * than another colour.
 */
const HARMONY = TIMBRES / PITCHES;

/** How much alike the bars of a sound are, −1 to 1 for the very same. */
export interface BarLikeness {
  /**
   * How much a jump from bar line `leave` to bar line `enter` sounds as if the music went on: the
   * likeness of the bars before the two, and of those after them, the weaker of both. At the ends
   * of the music, of what there is.
   */
  readonly ofJoin: (leave: number, enter: number) => number;
}

/** Mean texture of each piece of each bar between ascending bar lines; samples of a sample rate. */
function barRows(
  chromaAndTimbre: Uint8Array,
  lines: readonly Samples[],
  sampleRate: number,
): Float64Array[] {
  const count = Math.floor(chromaAndTimbre.length / CHROMA_ROW);
  const rowAt = (at: number): number =>
    Math.min(count, Math.max(0, Math.round((at / sampleRate) * CHROMA_RATE)));
  return lines.slice(0, -1).map((from, i) => {
    const row = new Float64Array(ROW);
    const length = lines[i + 1]! - from;
    for (let piece = 0; piece < PIECES; piece++) {
      const first = Math.min(count - 1, rowAt(from + (length * piece) / PIECES));
      const end = Math.max(first + 1, rowAt(from + (length * (piece + 1)) / PIECES));
      for (let k = first; k < end; k++)
        for (let d = 0; d < CHROMA_ROW; d++)
          row[piece * CHROMA_ROW + d]! += chromaAndTimbre[k * CHROMA_ROW + d]! / (end - first);
    }
    return row;
  });
}

/**
 * Brings each of the texture's values to mean 0 and deviation 1 over all pieces of all bars,
 * harmony weighted.
 */
function standardise(rows: readonly Float64Array[]): void {
  const n = Math.max(1, rows.length * PIECES);
  for (let d = 0; d < CHROMA_ROW; d++) {
    let [sum, squares] = [0, 0];
    for (const row of rows)
      for (let k = d; k < ROW; k += CHROMA_ROW) {
        sum += row[k]!;
        squares += row[k]! * row[k]!;
      }
    const mean = sum / n;
    // A value that hardly changes says nothing and must not be blown up.
    const deviation = Math.max(1, Math.sqrt(Math.max(0, squares / n - mean * mean)));
    const weight = Math.sqrt(d < TIMBRES ? 1 : HARMONY) / deviation;
    for (const row of rows)
      for (let k = d; k < ROW; k += CHROMA_ROW) row[k] = (row[k]! - mean) * weight;
  }
}

/**
 * Of two bars: 1 less half the mean square of what they differ by, which is their correlation when
 * both are usual.
 */
function likeness(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let k = 0; k < ROW; k++) sum += (a[k]! - b[k]!) ** 2;
  return Math.max(-1, 1 - sum / (2 * PIECES * 2 * TIMBRES));
}

/**
 * Compares the bars of a sound by its texture; `lines` are its bar lines and the end of its last
 * bar, ascending.
 */
export function barLikeness(
  chromaAndTimbre: Uint8Array,
  lines: readonly Samples[],
  sampleRate: number,
): BarLikeness {
  const rows = barRows(chromaAndTimbre, lines, sampleRate);
  standardise(rows);
  const ofBars = (a: number, b: number): number | null =>
    rows[a] && rows[b] ? likeness(rows[a], rows[b]) : null;
  return {
    ofJoin(leave, enter) {
      const sides = [ofBars(leave - 1, enter - 1), ofBars(leave, enter)].filter((x) => x !== null);
      return sides.length > 0 ? Math.min(...sides) : -1;
    },
  };
}
