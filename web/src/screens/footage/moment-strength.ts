import { CLEAR_STRENGTH, STRONG_STRENGTH } from '@caesura/core/footage';

/** Strengths of moments, on one scale for all clips, and how each is called. */
export const STRENGTHS = [
  { name: 'strong', least: STRONG_STRENGTH },
  { name: 'clear', least: CLEAR_STRENGTH },
  { name: 'weak', least: 0 },
] as const;

/** How strong a moment is, in a word. */
export const strengthName = (strength: number): (typeof STRENGTHS)[number]['name'] =>
  STRENGTHS.find(({ least }) => strength >= least)!.name;

/** Ways to keep proposed moments at once: those of at least a strength, the fewest first. */
export function keepingBy<T extends { readonly strength: number }>(
  proposed: readonly T[],
): { readonly label: string; readonly moments: readonly T[] }[] {
  const labels = ['Keep the strong ones', 'Keep the strong and clear ones', 'Keep all'];
  return STRENGTHS.map(({ least }, i) => ({
    label: labels[i]!,
    moments: proposed.filter(({ strength }) => strength >= least),
  }));
}

/** The proposed moments that are clear to see; all of them where none is. */
export function clearOnes<T extends { readonly strength: number }>(
  proposed: readonly T[],
): readonly T[] {
  const clear = proposed.filter(({ strength }) => strength >= CLEAR_STRENGTH);
  return clear.length > 0 ? clear : proposed;
}
