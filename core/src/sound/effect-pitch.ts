import type { EffectPlacement } from '../plan/index.ts';
import { semitonesOfRate } from '../time/index.ts';

/**
 * How many semitones higher than its file an effect sounds that is played at a rate: as many as
 * were set, or as its rate makes it; a bed sounds unchanged.
 */
export function effectSemitones(placement: EffectPlacement, rate: number): number {
  if (placement.kind === 'bed') return 0;
  const semitones = placement.pitch === 'follows' ? semitonesOfRate(rate) : placement.pitch;
  // A repeat that fills a window cannot be faster, so it is higher.
  const varied = placement.kind === 'hit' && placement.rate === 'window' ? placement.varied : null;
  return semitones + (varied ? semitonesOfRate(varied.num / varied.den) : 0);
}
