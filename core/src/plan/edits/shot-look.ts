import type { Shot } from '../index.ts';

/**
 * What was said of a shot that goes along with its clip: how its picture lies in the film and is
 * steadied, how pictures between source frames are made, how it is heard, and what is held.
 */
export type ShotLook = Partial<Pick<Shot, 'framing' | 'steady' | 'between' | 'sound' | 'holds'>>;

/** What was said of a shot and its clip. */
export const lookOf = ({ framing, steady, between, sound, holds }: ShotLook): ShotLook => ({
  ...(framing && { framing }),
  ...(steady && { steady }),
  ...(between && { between }),
  ...(sound && { sound }),
  ...(holds && { holds }),
});
