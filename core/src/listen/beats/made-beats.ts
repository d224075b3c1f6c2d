import { part } from '../../time/index.ts';
import type { Evidence } from './evidence.ts';
import { settledLevel } from './beat-level.ts';
import { beatPath } from './beat-path.ts';
import { pulse, type Pulse } from './pulse.ts';
import { steadied } from './steady-beats.ts';
import { unswung } from './swing.ts';

/** Weight of the bass beside all bands together. */
const BASS_SHARE = 0.5;
/** Strength at which an attack is as good as certain. */
const FULL_STRENGTH = 3;

/** The beats that one ear follows, in strength frames, and what it followed them by. */
export interface Track {
  readonly frames: readonly number[];
  readonly curve: Float32Array;
  readonly periodicity: Pulse;
}

/**
 * Beats along the whitened onset strength, by rules: the likeliest path, its level, one grid where
 * the tempo is steady, and the beats of swing. Yields the fraction done.
 */
export function* madeBeats({
  all,
  low,
}: Pick<Evidence['white'], 'all' | 'low'>): Generator<number, Track> {
  // The bass by itself as well: what it marks is more often the beat than what the treble marks.
  const curve = all.map((x, i) => (x + BASS_SHARE * low[i]!) / (1 + BASS_SHARE));
  const periodicity = pulse(curve);
  yield 0.2;
  const chances = curve.map((x) => x / FULL_STRENGTH);
  const path = yield* part(beatPath(chances, periodicity), 0.2, 0.9);
  const frames = unswung(steadied(settledLevel(path, all, low), curve), all);
  return { frames, curve, periodicity };
}
