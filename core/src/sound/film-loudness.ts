import type { LoudnessAim } from '../plan/index.ts';
import type { SumLevel } from './sum.ts';

/** What would bring the sum of a film to the loudness that is aimed at. */
export interface LoudnessAdvice {
  /** Decibels by which all would be turned up; to a tenth. */
  readonly by: number;
  /** LU that are then still missing, since the true peak would go over its limit; else 0. */
  readonly missing: number;
}

const tenths = (x: number) => Math.round(10 * x) / 10;

/**
 * The gain by which the sum of a film comes to the loudness that is aimed at: the difference in
 * LUFS, or as much as its true peak leaves. Null for silence.
 */
export function loudnessAdvice(
  { loudness, truePeak }: Pick<SumLevel, 'loudness' | 'truePeak'>,
  { loudness: aim, truePeak: limit }: LoudnessAim,
): LoudnessAdvice | null {
  if (!Number.isFinite(loudness)) return null;
  const wanted = tenths(aim - loudness);
  const most = Math.floor(10 * (limit - truePeak) + 1e-6) / 10;
  return wanted > most ? { by: most, missing: tenths(wanted - most) } : { by: wanted, missing: 0 };
}
