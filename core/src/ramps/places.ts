import type { GivenFrames } from '../time/index.ts';
import type { RampKey } from '../plan/index.ts';

/** Frames after the start of a shot of `length` frames at which a key lies. */
export const placeOf = ({ from, at }: RampKey, length: GivenFrames): number =>
  from === 'start' ? at : length + at;
