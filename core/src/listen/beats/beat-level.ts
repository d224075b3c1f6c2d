import { peakAround } from '../../numbers/index.ts';
import { SLOWEST_TEMPO } from './pulse.ts';
import { STRENGTH_RATE } from '../features/onset-strength.ts';

/**
 * How much stronger every second beat must be, in all bands and in the bass, before the others are
 * taken for off-beats.
 */
const ALL_CONTRAST = 1.8;
const BASS_CONTRAST = 2;
/**
 * Added to both sides of a ratio of whitened strengths, so that two near nothing compare as equal.
 */
const GROUND = 0.3;

const mean = (values: readonly number[]): number =>
  values.reduce((a, x) => a + x, 0) / Math.max(1, values.length);

const contrast = (curve: Float32Array, on: readonly number[], off: readonly number[]): number => {
  const strength = (frames: readonly number[]) =>
    mean(frames.map((f) => peakAround(curve, f))) + GROUND;
  return strength(on) / strength(off);
};

/**
 * Keeps only every second beat where the others are plainly weaker, in the bass and in all bands:
 * then the tracker followed the off-beats of a slow piece too. Alternating low and high attacks, as
 * of kick and snare, are beats all the same, since all bands together are then even. `all` and
 * `low` are whitened strength curves.
 */
export function settledLevel(
  beatFrames: readonly number[],
  all: Float32Array,
  low: Float32Array,
): readonly number[] {
  if (beatFrames.length < 8) return beatFrames;
  const interval = (beatFrames.at(-1)! - beatFrames[0]!) / (beatFrames.length - 1);
  if ((60 * STRENGTH_RATE) / (2 * interval) < SLOWEST_TEMPO) return beatFrames;
  const parts = [0, 1].map((parity) => beatFrames.filter((_, i) => i % 2 === parity));
  for (const [on, off] of [parts, parts.toReversed()] as [number[], number[]][])
    if (contrast(all, on, off) >= ALL_CONTRAST && contrast(low, on, off) >= BASS_CONTRAST)
      return on;
  return beatFrames;
}
