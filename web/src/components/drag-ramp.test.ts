import { expect, it } from 'vitest';
import { USUAL_CREST, USUAL_FLOOR } from '@caesura/core/ramps';
import { rational } from '@caesura/core/time';
import { withCrest } from './drag-ramp.ts';

const shape = { floor: USUAL_FLOOR, head: null, tail: USUAL_CREST };

it('drags a crest in steps of 5 %, never below the first', () => {
  expect(withCrest(shape, 'tail', 3.512).tail).toEqual({ ...USUAL_CREST, speed: rational(7, 2) });
  expect(withCrest(shape, 'tail', -1).tail!.speed).toEqual(rational(1, 20));
});
