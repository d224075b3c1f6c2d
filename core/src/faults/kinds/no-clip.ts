import { perShot } from '../each.ts';
import { faultKind } from '../fault.ts';
import { shotName } from '../shot-name.ts';

const emptyShots = perShot((facts, film) =>
  facts.clip
    ? []
    : [
        {
          shot: facts.index,
          cut: null,
          frame: facts.start,
          figures: {},
          message: `${shotName(film, facts)} has no clip.`,
          mend: 'Choose a clip for it, or add clips and lay out again.',
        },
      ],
);

/** A shot without a clip, where there are clips. */
export const noClip = faultKind({
  code: 'no-clip',
  name: 'Shot without a clip',
  area: 'layout',
  find: (film, known) => (film.plan.clips.length > 0 ? emptyShots(film, known) : []),
  mends: () => [],
});
