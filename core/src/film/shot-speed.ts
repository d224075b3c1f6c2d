import { compare, rational, type Rational } from '../time/index.ts';
import type { ShotFacts } from './shots.ts';

/**
 * The speed of a shot that has one throughout, by a ramp of one speed as well; null where it
 * changes.
 */
export function shotSpeed({ ramp, speed }: Pick<ShotFacts, 'ramp' | 'speed'>): Rational | null {
  if (!ramp) return speed;
  const [first, ...others] = ramp.map((key) => rational(key.speed.num, key.speed.den));
  return others.every((other) => compare(other, first!) === 0) ? first! : null;
}
