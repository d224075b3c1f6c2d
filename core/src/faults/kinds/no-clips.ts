import { plural } from '../../time/index.ts';
import { faultKind, WHOLE } from '../fault.ts';

/** There is nothing to show at all: one fault, not one for each shot. */
export const noClips = faultKind({
  code: 'no-clips',
  name: 'No clips',
  area: 'clips',
  find: ({ plan: { score, clips } }) => {
    if (!score || clips.length > 0) return [];
    return [
      {
        ...WHOLE,
        figures: { shots: score.shots.length },
        message: `There are no clips for the ${plural(score.shots.length, 'shot')}.`,
        mend: 'Add clips and lay out again.',
      },
    ];
  },
  mends: () => [],
});
