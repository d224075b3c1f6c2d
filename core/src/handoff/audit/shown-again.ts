import type { ShotFacts } from '../../film/index.ts';
import type { ShotIndex } from '../../time/index.ts';

/** Source frames of a clip that two shots show. */
export interface ShownAgain {
  readonly shot: ShotIndex;
  /** The earlier one that has shown them, and how many they are. */
  readonly before: ShotIndex;
  readonly frames: number;
}

/** The shots that show what an earlier one has shown, with the one that shares most with each. */
export function shownAgain(shots: readonly ShotFacts[]): ShownAgain[] {
  const byClip = new Map<string, ShotFacts[]>();
  return shots.flatMap((facts): ShownAgain[] => {
    const { clip, used, index } = facts;
    if (!clip || !used) return [];
    const earlier = byClip.get(clip.id) ?? [];
    byClip.set(clip.id, [...earlier, facts]);
    const shared = earlier.map((one) => ({
      before: one.index,
      frames:
        Math.min(used.highest, one.used!.highest) - Math.max(used.lowest, one.used!.lowest) + 1,
    }));
    const most = shared.reduce((a, b) => (b.frames > a.frames ? b : a), { before: 0, frames: 0 });
    return most.frames > 0
      ? [{ shot: index as ShotIndex, before: most.before as ShotIndex, frames: most.frames }]
      : [];
  });
}
