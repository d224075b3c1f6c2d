import { soundShots } from '../../plan/edits/own-sound.ts';
import { ownHandlesOf } from '../../sound/own-handles.ts';
import { frames, plural } from '../../time/index.ts';
import { perShot } from '../each.ts';
import { faultKind } from '../fault.ts';
import { shotName } from '../shot-name.ts';

const SIDES = { lead: 'before', lag: 'after' } as const;

/** A shot's own sound is to be heard beside its picture for longer than its file has. */
export const soundShort = faultKind({
  code: 'sound-short',
  name: 'Own sound too short',
  area: 'effects',
  find: perShot((facts, film) => {
    const handles = ownHandlesOf(facts);
    if (!handles) return [];
    return (['lead', 'lag'] as const).flatMap((side) => {
      const { needs, has } = handles[side];
      return needs <= has
        ? []
        : [
            {
              shot: facts.index,
              cut: null,
              target: side,
              frame: frames(side === 'lead' ? facts.start : facts.end - 1),
              figures: { needs, has },
              message: `The sound of ${shotName(film, facts)} is to be heard ${plural(needs, 'frame')} ${SIDES[side]} its picture, and its file has ${has}.`,
              mend: `Let it ${side} by ${has} or fewer, or slip the source.`,
            },
          ];
    });
  }),
  mends: ({ plan, shots }, { shot, target }) => {
    const side = target === 'lead' ? 'lead' : 'lag';
    const has = ownHandlesOf(shots[shot!]!)?.[side].has ?? 0;
    return [
      {
        label: `Let it ${side} by ${plural(has, 'frame')}`,
        make: () => soundShots(plan, [shot!], { [side]: has }),
      },
    ];
  },
});
