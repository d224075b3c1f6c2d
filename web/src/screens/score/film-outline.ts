import { OUTLINE_RATE } from '@caesura/core/listen';
import { partsOf, type Plan } from '@caesura/core/plan';

/**
 * The outline of the music as the film has it: its parts one after the other. For drawing only.
 */
export function filmOutline(outline: Uint8Array | null, music: Plan['music']): Uint8Array | null {
  if (!outline || !music) return null;
  const at = (sample: number) =>
    2 * Math.round((sample / music.analysis.sampleRate) * OUTLINE_RATE);
  const parts = partsOf(music).map(({ from, to }) => outline.subarray(at(from), at(to)));
  const joined = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let length = 0;
  for (const part of parts) {
    joined.set(part, length);
    length += part.length;
  }
  return joined;
}
