import type { OnsetStrength } from '../features/onset-strength.ts';
import { logOdds } from './odds.ts';
import { whitened } from './pulse.ts';

/** How near to 0 and 1 what was learned is believed, where it is weighed. */
const LEAST = 0.005;

/** What was learned of each strength frame, as probabilities. */
export interface LearnedBeats {
  readonly beat: Float32Array;
  readonly downbeat: Float32Array;
  /** The middle between two beats. */
  readonly between: Float32Array;
  /** The start of a section. */
  readonly section: Float32Array;
}

/** What is known of each strength frame of a piece, whatever its beats are. */
export interface Evidence extends LearnedBeats {
  readonly strength: OnsetStrength;
  /** Strengths brought to unit deviation, so that quiet passages count; see `whitened`. */
  readonly white: Readonly<Record<'all' | 'low' | 'high' | 'notes', Float32Array>>;
  /** Log-odds of a beat, of a downbeat and of the middle between two beats. */
  readonly beatOdds: Float32Array;
  readonly downbeatOdds: Float32Array;
  readonly betweenOdds: Float32Array;
}

/** Works out once what readings and bars are weighed by. */
export function evidenceOf(
  strength: OnsetStrength,
  { beat, downbeat, between, section }: LearnedBeats,
): Evidence {
  return {
    ...{ strength, beat, downbeat, between, section },
    white: {
      all: whitened(strength.all),
      low: whitened(strength.low),
      high: whitened(strength.high),
      notes: whitened(strength.notes),
    },
    beatOdds: beat.map((p) => logOdds(p, LEAST)),
    downbeatOdds: downbeat.map((p) => logOdds(p, LEAST)),
    betweenOdds: between.map((p) => logOdds(p, LEAST)),
  };
}

/** The highest value of a curve within so many frames of one; it may be negative. */
export function highestNear(curve: Float32Array, frame: number, reach: number): number {
  let most = -Infinity;
  for (let k = Math.max(0, frame - reach); k <= Math.min(curve.length - 1, frame + reach); k++)
    if (curve[k]! > most) most = curve[k]!;
  return most;
}
