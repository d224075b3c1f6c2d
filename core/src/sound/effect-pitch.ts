import type { EffectPlacement } from '../plan/index.ts';
import { semitonesOfRate } from '../time/index.ts';

/**
 * How many semitones higher than its file an effect sounds that is played at a rate: as many as
 * were set, or as its rate makes it; a bed sounds unchanged.
 */
export function effectSemitones(placement: EffectPlacement, rate: number): number {
  if (placement.kind === 'bed') return 0;
  return placement.pitch === 'follows' ? semitonesOfRate(rate) : placement.pitch;
}
