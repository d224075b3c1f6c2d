import { PERIODS, SHORTEST_PERIOD, type Pulse } from './pulse.ts';

/**
 * Part of the beat, from its start, in which an attack counts as the beat: one sixteenth (after
 * Krebs et al. 2015).
 */
const BEAT_PART = 16;
/** How unwilling the tempo is to change from beat to beat; larger is steadier. */
const STEADINESS = 100;
/** Weight of the periodicity against the single attacks. */
const PULSE_WEIGHT = 1.2;
/** How sure of a beat, or of none, a single frame can be. */
const LEAST_CHANCE = 0.02;

const START_OF = new Int32Array(PERIODS + 1);
for (let p = 0; p < PERIODS; p++) START_OF[p + 1] = START_OF[p]! + SHORTEST_PERIOD + p;
const STATES = START_OF[PERIODS]!;

/** Largest change of period from one beat to the next that is tried, as a part of the period. */
const LARGEST_CHANGE = 0.12;

/**
 * Log-probability of going from one period to another at a beat: exponential in their ratio (Krebs
 * et al. 2015).
 */
function changes(): Float64Array {
  const table = new Float64Array(PERIODS * PERIODS);
  for (let from = 0; from < PERIODS; from++)
    for (let to = 0; to < PERIODS; to++)
      table[to * PERIODS + from] =
        -STEADINESS * Math.abs((SHORTEST_PERIOD + to) / (SHORTEST_PERIOD + from) - 1);
  return table;
}

/** Frames at the start of a beat of each period in which an attack counts as the beat. */
const ON_BEAT = Int32Array.from({ length: PERIODS }, (_, p) =>
  Math.max(1, Math.round((SHORTEST_PERIOD + p) / BEAT_PART)),
);
const CHANGES = changes();

/** The paths so far: the score of each state, and what is needed to go on from them. */
interface Paths {
  readonly scores: Float64Array;
  /**
   * States of one period lie in a ring, so that moving on by a frame is moving the ring's origin.
   */
  readonly origin: Int32Array;
  /** Scores of the last place of each period, from where a beat is left. */
  readonly leaving: Float64Array;
  /** What each period gains at a beat, a row of periods after another. */
  readonly prior: Float32Array;
  /** The period that each came from, a row of periods a frame. */
  readonly cameFrom: Uint8Array;
}

/**
 * Moves all paths on by a frame, with the row of the prior that starts at index `row`; the periods
 * they came from are written from index `into` on.
 */
function moveOn(
  { scores, origin, leaving, prior, cameFrom }: Paths,
  onBeat: number,
  row: number,
  into: number,
): void {
  for (let p = 0; p < PERIODS; p++) {
    // The last place of a ring lies before its origin.
    const before = origin[p]! === 0 ? SHORTEST_PERIOD + p - 1 : origin[p]! - 1;
    leaving[p] = scores[START_OF[p]! + before]!;
    origin[p] = before;
  }
  for (let p = 0; p < PERIODS; p++) {
    const period = SHORTEST_PERIOD + p;
    const reach = Math.floor(period * LARGEST_CHANGE);
    const last = Math.min(PERIODS - 1, p + reach);
    const changeTo = p * PERIODS;
    let best = -Infinity;
    let from = p;
    for (let q = Math.max(0, p - reach); q <= last; q++) {
      const score = leaving[q]! + CHANGES[changeTo + q]!;
      if (score > best) {
        best = score;
        from = q;
      }
    }
    cameFrom[into + p] = from;
    const start = START_OF[p]!;
    const end = start + period;
    let state = start + origin[p]!;
    scores[state] = best + prior[row + p]!;
    for (let left = ON_BEAT[p]!; left > 0; left--) {
      scores[state]! += onBeat;
      if (++state === end) state = start;
    }
  }
}

/** Keeps the sums small: only differences matter. */
function lowered(scores: Float64Array): void {
  let top = -Infinity;
  for (const s of scores) if (s > top) top = s;
  for (let i = 0; i < scores.length; i++) scores[i]! -= top;
}

/**
 * The most likely beats, as strength frames: a hidden Markov model whose state is a beat period and
 * the place within that beat, solved by the Viterbi algorithm. The place moves by one each frame;
 * the period may change only at a beat. After Krebs, Böck and Widmer, “An efficient state-space
 * model for joint tempo and meter tracking” (ISMIR 2015), with the periodicity as a prior.
 * `chances` holds how likely a beat is in each frame, 0–1. Yields the fraction done.
 */
export function* beatPath(chances: Float32Array, pulse: Pulse): Generator<number, number[]> {
  const count = chances.length;
  const prior = pulse.fit.map((fit) => PULSE_WEIGHT * Math.log(fit + 0.02));
  const scores = new Float64Array(STATES);
  const origin = new Int32Array(PERIODS);
  const cameFrom = new Uint8Array(count * PERIODS);
  const paths = { scores, origin, leaving: new Float64Array(PERIODS), prior, cameFrom };
  for (let t = 0; t < count; t++) {
    const chance = Math.min(1 - LEAST_CHANCE, Math.max(LEAST_CHANCE, chances[t]!));
    // What all states share changes no comparison, so that only those on the beat need to be
    // touched.
    const onBeat = Math.log(chance) - Math.log((1 - chance) / (BEAT_PART - 1));
    const row = Math.min(pulse.rows - 1, Math.round(t / pulse.step)) * PERIODS;
    moveOn(paths, onBeat, row, t * PERIODS);
    if (t % 500 === 499) {
      lowered(scores);
      yield t / count;
    }
  }

  let period = 0;
  let place = 0;
  let best = -Infinity;
  for (let p = 0; p < PERIODS; p++)
    for (let k = 0; k < SHORTEST_PERIOD + p; k++) {
      const score = scores[START_OF[p]! + ((origin[p]! + k) % (SHORTEST_PERIOD + p))]!;
      if (score > best) [best, period, place] = [score, p, k];
    }
  const beats: number[] = [];
  let t = count - 1 - place;
  while (t >= 0) {
    beats.push(t);
    period = cameFrom[t * PERIODS + period]!;
    t -= SHORTEST_PERIOD + period;
  }
  return beats.reverse();
}
