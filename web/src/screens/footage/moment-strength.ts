/** Strengths of moments, on one scale for all clips, and how each is called. */
export const STRENGTHS = [
  { name: 'strong', least: 0.7 },
  { name: 'clear', least: 0.4 },
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
