import { type CutIndex, shotAtCut } from '../time/index.ts';
import { filmOf } from '../film/index.ts';
import { sectionOf } from '../plan/edits/shot-length.ts';
import type { Plan } from '../plan/index.ts';

/** Cuts that a recipe may be put on at once. */
export type CutChoice = 'section' | 'downbeats' | 'all';

/** The cuts of a choice: those in the section of one, those on a downbeat, or all. */
export function cutsOf(plan: Plan, choice: CutChoice, cut: CutIndex): CutIndex[] {
  const shots = plan.score?.shots ?? [];
  const all = shots.map((_, i) => i).slice(1);
  if (choice === 'section') {
    const { first, last } = sectionOf(plan, shotAtCut(cut));
    return all.filter((i) => i >= first && i <= last);
  }
  if (choice === 'all') return all;
  const downbeats = new Set<number>(
    filmOf(plan).cues.flatMap((c) => (c.beat === 1 && c.kind === 'downbeat' ? [c.frame] : [])),
  );
  return all.filter((i) => downbeats.has(shots[i]!.start));
}
