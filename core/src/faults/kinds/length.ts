import { plural } from '../../time/index.ts';
import { faultKind, WHOLE } from '../fault.ts';

/** The film is not as long as its target. */
export const length = faultKind({
  code: 'length',
  name: 'Length is not the target',
  area: 'layout',
  find: ({ plan: { score, target } }) => {
    const over = (score?.length ?? target) - target;
    if (over === 0) return [];
    return [
      {
        ...WHOLE,
        figures: { over },
        message: `The film is ${plural(Math.abs(over), 'frame')} ${over > 0 ? 'over' : 'under'} the target.`,
        mend: 'Lay out again, or change the target.',
      },
    ];
  },
  mends: () => [],
});
