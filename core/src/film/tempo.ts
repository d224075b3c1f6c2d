import { rational, type LengthContext, type Rational } from '../time/index.ts';
import { correctedBeats } from './sound-cues.ts';
import type { Plan } from '../plan/index.ts';

/**
 * The median tempo of the plan's music as corrected, to a thousandth of a beat a minute; null
 * without beats.
 */
export function tempoOf(plan: Pick<Plan, 'music'>): Rational | null {
  const tempo = plan.music && correctedBeats(plan.music).tempo;
  return tempo ? rational(Math.round(tempo * 1000), 1000) : null;
}

/** What length texts of this plan are read against. */
export function lengthContext(plan: Pick<Plan, 'music' | 'rate' | 'dropFrame'>): LengthContext {
  const tempo = tempoOf(plan);
  return {
    rate: plan.rate,
    dropFrame: plan.dropFrame,
    ...(tempo && { tempo }),
    beatsPerBar: plan.music ? correctedBeats(plan.music).beatsPerBar : 4,
  };
}
