import { filmOf } from '@caesura/core/film';
import {
  heardLength,
  measureSum,
  MIX_RATE,
  type BlockLevel,
  type Heard,
  type SumLevel,
} from '@caesura/core/sound';
import { samples } from '@caesura/core/time';
import type { LoadedFilm } from './film-sound.ts';

/**
 * Measures the sum of what is heard of a loaded plan, taking blocks that are known from `known`.
 * The thread is let go of between blocks; what `onProgress` throws ends it.
 */
export async function sumLevel(
  { sound, name, plan }: LoadedFilm,
  heard: readonly Heard[],
  known: Map<string, BlockLevel>,
  onProgress: (fraction: number) => void,
): Promise<SumLevel> {
  const events = filmOf(plan).audioEvents.filter(({ of }) => heard.includes(of));
  const length = samples(Math.round(heardLength(plan) * MIX_RATE));
  const blocks = measureSum(
    events,
    length,
    (from, count) => sound.mix(name, from, count, heard),
    known,
  );
  for (;;) {
    const { done, value } = blocks.next();
    if (done) return value;
    onProgress(value);
    await new Promise((resolve) => setTimeout(resolve, 0));
  }
}
