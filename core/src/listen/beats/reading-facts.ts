import { STRENGTH_RATE } from '../features/onset-strength.ts';
import { barCandidates, type BarFacts } from './bars.ts';
import { between, shared, tempoOf } from './beat-lists.ts';
import { highestNear, type Evidence } from './evidence.ts';
import type { Track } from './made-beats.ts';
import { ODDS, weighed } from './odds.ts';

/** How far from a beat its attack may be, in frames, and from a place between beats. */
const REACH = 3;
const NARROW = 2;
/** Added to both sides of a ratio of whitened strengths, so that nothing against nothing is one. */
const GROUND = 0.3;
/** Tempo from which that of a reading is counted. */
const USUAL_TEMPO = 110;
const SLOW_OCTAVES = 0.6;

/** Places within a beat, as parts of it: where attacks lie tells at which level it is counted. */
const PLACES = {
  On: 0,
  Quarter: 1 / 4,
  Third: 1 / 3,
  Half: 1 / 2,
  TwoThirds: 2 / 3,
  ThreeQuarters: 3 / 4,
} as const;
/** Beats counted in twos, threes, fours: what marks one of them more than the rest. */
const GROUPS = { Twos: 2, Threes: 3, Fours: 4 } as const;

type Curve = 'learned' | 'middle' | 'bass' | 'attack';
/**
 * Means of a curve on each place within the beats, and how far the strongest of a group stands out.
 */
type Profile = Readonly<Record<`${Curve}${keyof typeof PLACES | keyof typeof GROUPS}`, number>>;

/** What speaks for the likeliest bars of a reading, and all that together. */
type OfItsBars = Readonly<Record<`bar${Capitalize<keyof BarFacts>}` | 'bars', number>>;

/** What speaks for a reading or against it; each about 0 to 2. */
export interface ReadingFacts extends Profile, OfItsBars {
  /** Log-odds that were learned, of all beats, a second. */
  readonly learnedRate: number;
  /** Beats a second. */
  readonly rate: number;
  /** Mean probability on the beats less that between them, and their ratio. */
  readonly contrast: number;
  readonly ratio: number;
  /** Logarithm of the ratio of strength on the beats to that between them: all bands, the bass. */
  readonly strengthRatio: number;
  readonly bassRatio: number;
  /** Octaves above the usual tempo, and their square; how far beyond slow and fast. */
  readonly octaves: number;
  readonly octavesSquared: number;
  readonly slow: number;
  readonly fast: number;
  /** Log-odds of a downbeat that were learned, of a beat. */
  readonly downbeats: number;
  /** Whether it counts in threes where an ear counts otherwise. */
  readonly threes: number;
  /** Part of the beats that the ear by rules follows too, and the learned one. */
  readonly madeAgrees: number;
  readonly learnedAgrees: number;
}

/** The mean of the highest values near a place within each beat but the last. */
function meanAt(curve: Float32Array, frames: readonly number[], place: number, reach: number) {
  let sum = 0;
  for (let i = 0; i + 1 < frames.length; i++) {
    const at = frames[i]! + place * (frames[i + 1]! - frames[i]!);
    sum += highestNear(curve, Math.round(at), reach);
  }
  return sum / Math.max(1, frames.length - 1);
}

/** How far the strongest of every `size` beats is above their mean. */
function standsOut(curve: Float32Array, frames: readonly number[], size: number): number {
  const sums = new Float64Array(size);
  frames.forEach((frame, i) => (sums[i % size]! += highestNear(curve, frame, REACH)));
  const means = Array.from(
    sums,
    (sum, i) => sum / Math.max(1, Math.ceil((frames.length - i) / size)),
  );
  return Math.max(...means) - means.reduce((a, x) => a + x, 0) / size;
}

function profile(frames: readonly number[], { beatOdds, betweenOdds, white }: Evidence): Profile {
  const curves = { learned: beatOdds, middle: betweenOdds, bass: white.low, attack: white.all };
  const told = Object.entries(curves).flatMap(([name, curve]) => [
    ...Object.entries(PLACES).map(([place, at]) => [
      name + place,
      meanAt(curve, frames, at, NARROW),
    ]),
    ...Object.entries(GROUPS).map(([group, size]) => [
      name + group,
      standsOut(curve, frames, size),
    ]),
  ]);
  return Object.fromEntries(told) as Profile;
}

function ofItsBars(frames: readonly number[], evidence: Evidence): OfItsBars {
  const all = barCandidates(frames, evidence).map(({ facts }) => ({
    facts,
    sum: weighed(facts, ODDS.bars),
  }));
  const best = all.reduce((most, bars) => (bars.sum > most.sum ? bars : most));
  const named = Object.entries(best.facts).map(([name, value]) => [
    `bar${name[0]!.toUpperCase()}${name.slice(1)}`,
    value as number,
  ]);
  return { ...(Object.fromEntries(named) as OfItsBars), bars: best.sum };
}

/** What speaks for a list of at least three beats, in strength frames, that may count in threes. */
export function readingFacts(
  frames: readonly number[],
  threes: boolean,
  { made, learned }: { readonly made: Track; readonly learned: Track },
  evidence: Evidence,
): ReadingFacts {
  const { strength, white, beat, beatOdds, downbeatOdds } = evidence;
  const octaves = Math.log2(tempoOf(frames) / USUAL_TEMPO);
  const seconds = strength.all.length / STRENGTH_RATE;
  const middle = between(frames);
  const mean = (curve: Float32Array, at: readonly number[]): number =>
    at.reduce((sum, frame) => sum + highestNear(curve, frame, REACH), 0) / Math.max(1, at.length);
  const ratio = (curve: Float32Array): number =>
    Math.log((mean(curve, frames) + GROUND) / (mean(curve, middle) + GROUND));
  const [on, off] = [mean(beat, frames), mean(beat, middle)];
  return {
    ...profile(frames, evidence),
    ...ofItsBars(frames, evidence),
    learnedRate: (mean(beatOdds, frames) * frames.length) / seconds,
    rate: frames.length / seconds,
    contrast: on - off,
    ratio: (on + 0.05) / (off + 0.05) / 10,
    strengthRatio: ratio(made.curve),
    bassRatio: ratio(white.low),
    octaves,
    octavesSquared: octaves ** 2,
    slow: Math.max(0, -octaves - SLOW_OCTAVES),
    fast: Math.max(0, octaves - SLOW_OCTAVES),
    downbeats: mean(downbeatOdds, frames),
    threes: Number(threes),
    madeAgrees: shared(frames, made.frames),
    learnedAgrees: shared(frames, learned.frames),
  };
}
