import { soundEnd } from '../../plan/index.ts';
import { plural } from '../../time/index.ts';
import { faultKind, WHOLE } from '../fault.ts';

/** The music ends before the film does. */
export const musicEnds = faultKind({
  code: 'music-ends',
  name: 'Music ends early',
  area: 'music',
  find: ({ plan: { music, target, rate } }) => {
    const short = music ? target - soundEnd(music, rate) : 0;
    if (short <= 0) return [];
    return [
      {
        ...WHOLE,
        figures: { short },
        message: `The music ends ${plural(short, 'frame')} before the target.`,
        mend: 'Choose an ending that lasts, a longer region, other music, or a shorter target.',
      },
    ];
  },
  mends: () => [],
});
