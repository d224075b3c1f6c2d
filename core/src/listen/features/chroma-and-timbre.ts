import { BANDS, STRENGTH_RATE, type OnsetStrength } from './onset-strength.ts';

/** Rows of texture in a second of sound. */
export const CHROMA_RATE = 20;
/**
 * Values of colour in a row: levels of bands from low to high, in steps of 0.4 dB from −100 dB of
 * full scale.
 */
export const TIMBRES = 16;
/**
 * Values of harmony in a row: the twelve pitch classes, from 0 to 255 for the strongest of the row.
 */
export const PITCHES = 12;
export const CHROMA_ROW = TIMBRES + PITCHES;

const POOL = BANDS / TIMBRES;
const FRAMES = STRENGTH_RATE / CHROMA_RATE;

/**
 * The colour and harmony of a sound over time, by which its places are compared: `TEXTURE_RATE`
 * rows a second of `TEXTURE_ROW` values, the levels of mel bands and then the square roots of pitch
 * classes.
 */
export function chromaAndTimbreOf({ bands, chroma, level }: OnsetStrength): Uint8Array {
  const rows = Math.ceil(level.length / FRAMES);
  const chromaAndTimbre = new Uint8Array(rows * CHROMA_ROW);
  const pitches = new Float64Array(PITCHES);
  for (let row = 0; row < rows; row++) {
    const [first, end] = [row * FRAMES, Math.min(level.length, (row + 1) * FRAMES)];
    const at = row * CHROMA_ROW;
    pitches.fill(0);
    for (let colour = 0; colour < TIMBRES; colour++) {
      let sum = 0;
      for (let k = first; k < end; k++)
        for (let b = 0; b < POOL; b++) sum += bands[BANDS * k + POOL * colour + b]!;
      chromaAndTimbre[at + colour] = Math.round(sum / POOL / (end - first));
    }
    for (let k = first; k < end; k++)
      for (let p = 0; p < PITCHES; p++) pitches[p]! += Math.sqrt(chroma[PITCHES * k + p]!);
    const most = Math.max(1e-9, ...pitches);
    pitches.forEach((x, p) => (chromaAndTimbre[at + TIMBRES + p] = Math.round((255 * x) / most)));
  }
  return chromaAndTimbre;
}
