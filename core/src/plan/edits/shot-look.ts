import type { Framing, Shot, Steady } from '../index.ts';

/** How the picture of a shot lies in the film and is steadied, which goes along with its clip. */
export interface ShotLook {
  readonly framing?: Framing;
  readonly steady?: Steady;
}

/** How a shot looks. */
export const lookOf = ({ framing, steady }: Pick<Shot, 'framing' | 'steady'>): ShotLook => ({
  ...(framing && { framing }),
  ...(steady && { steady }),
});
