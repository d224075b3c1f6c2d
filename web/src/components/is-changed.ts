import type { ShotFacts } from '@caesura/core/film';
import { compare, rational } from '@caesura/core/time';

/** Whether a shot has another speed than it was filmed at, or a ramp. */
export const isChanged = ({ ramp, speed }: Pick<ShotFacts, 'ramp' | 'speed'>): boolean =>
  ramp !== null || compare(speed, rational(1)) !== 0;
