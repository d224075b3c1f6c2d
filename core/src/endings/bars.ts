import { correctedBeats } from '../film/index.ts';
import type { Sound } from '../plan/index.ts';
import { samples, type Samples } from '../time/index.ts';

/** The bar lines of the part of a sound that can be used, and what lies around them. */
export interface BarLines {
  /** Bar lines from the start of the region on, ascending. */
  readonly at: readonly Samples[];
  /** From the start of the region to the first bar line. */
  readonly lead: number;
  /** From the last bar line to the end of the region: the last bar and what rings after it. */
  readonly tail: number;
  /** The middle length of a bar; samples. */
  readonly bar: number;
}

/** The bar lines inside the region of a sound; null when there are fewer than two. */
export function barLinesOf(sound: Sound): BarLines | null {
  const { beats, downbeats } = correctedBeats(sound);
  const { region } = sound;
  const at = downbeats.map((i) => beats[i]!.at).filter((t) => t >= region.in && t < region.out);
  if (at.length < 2) return null;
  const lengths = at.slice(1).map((t, i) => t - at[i]!);
  return {
    at: at.map(samples),
    lead: at[0]! - region.in,
    tail: region.out - at.at(-1)!,
    bar: lengths.toSorted((a, b) => a - b)[lengths.length >> 1]!,
  };
}
