import { part } from '../../time/index.ts';
import { beatPath } from './beat-path.ts';
import type { Track } from './made-beats.ts';
import { logOdds } from './odds.ts';
import { pulse } from './pulse.ts';
import { steadied } from './steady-beats.ts';

/**
 * Added to the log-odds that were learned: while learning, frames of a beat counted for more than
 * they are.
 */
const SHIFT = -1;
/** Brings a probability to the scale of onset strength, on which a grid is judged. */
const AS_STRENGTH = 3;

/**
 * Beats along the probability of a beat that the network tells of each strength frame: the
 * likeliest path, and one grid where the tempo is steady. Yields the fraction done.
 */
export function* learnedBeats(beat: Float32Array): Generator<number, Track> {
  const chances = beat.map((p) => 1 / (1 + Math.exp(-logOdds(p) - SHIFT)));
  const curve = chances.map((p) => AS_STRENGTH * p);
  const periodicity = pulse(curve);
  yield 0.2;
  const path = yield* part(beatPath(chances, periodicity), 0.2, 0.9);
  return { frames: steadied(path, curve), curve, periodicity };
}
