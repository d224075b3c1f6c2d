import { samples, type Samples } from '@caesura/core/time';
import type { Range } from './SoundLine.tsx';

/** How near a beat must be to an end of a range for the end to be put on it, in seconds. */
const NEAR = 0.15;

/**
 * The range from one instant of a file to another, in either order, each end on the beat nearest
 * to it when there is one within 150 ms; null when nothing lies between.
 */
export function rangeOnBeats(
  one: Samples,
  other: Samples,
  beats: readonly Samples[],
  sampleRate: number,
): Range | null {
  const onBeat = (at: Samples): Samples => {
    const [nearest] = beats.toSorted((a, b) => Math.abs(a - at) - Math.abs(b - at));
    return nearest !== undefined && Math.abs(nearest - at) < NEAR * sampleRate ? nearest : at;
  };
  const [a, b] = [onBeat(one), onBeat(other)];
  return a === b ? null : { from: samples(Math.min(a, b)), to: samples(Math.max(a, b)) };
}
