import { filmOf, landedMoment } from '../../film/index.ts';
import { firstFew, plural, type ShotIndex, type SourceFrames } from '../../time/index.ts';
import type { Plan } from '../index.ts';

/** A shot whose source in another change has moved. */
export interface SourceMove {
  readonly shot: ShotIndex;
  readonly from: SourceFrames;
  readonly to: SourceFrames;
  /** Whether it moved so that a moment stays on its cue; else its file reaches no farther. */
  readonly keepsMoment: boolean;
}

/**
 * The shots that show the same clip before and after a change, and begin on another frame of it.
 */
export function sourceMoves(before: Plan, after: Plan): SourceMove[] {
  const known = new Map((before.score?.shots ?? []).map((shot) => [shot.id, shot]));
  return filmOf(after).shots.flatMap((facts): SourceMove[] => {
    const was = known.get(facts.shot.id);
    if (!was || was.clip !== facts.shot.clip || was.sourceIn === facts.sourceIn) return [];
    return [
      {
        shot: facts.index,
        from: was.sourceIn,
        to: facts.sourceIn,
        keepsMoment: landedMoment(filmOf(after), facts) !== null,
      },
    ];
  });
}

/** Such moves in a sentence each, the first few of them; empty where there are none. */
export function sourceMoveWords(moves: readonly SourceMove[], shown?: number): string {
  const said = moves.map(({ shot, from, to, keepsMoment }) => {
    const by = plural(Math.abs(to - from), 'frame');
    const why = keepsMoment ? 'its moment stays on the cue' : 'its file reaches no farther';
    return `Shot ${shot + 1} now begins on source frame ${to}, ${by} ${to > from ? 'later' : 'earlier'}: ${why}.`;
  });
  return firstFew(said, (count) => `So do ${plural(count, 'other shot')}.`, shown);
}
